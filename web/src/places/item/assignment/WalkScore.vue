<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";

/** In a walk-through: a score for the made-up student, to see what it opens. */
const emit = defineEmits<{ score: [percent: number] }>();
const { t } = useI18n();
const percent = ref(80);
</script>

<template>
  <form class="no-print mb-4 flex flex-wrap items-end gap-2" @submit.prevent="emit('score', percent)">
    <UiField v-slot="{ field }" :label="t('walk.score')">
      <input
        :id="field"
        v-model.number="percent"
        class="field figures w-24"
        type="number"
        min="0"
        max="100"
        step="1"
        required
      />
    </UiField>
    <UiButton type="submit">{{ t("walk.giveScore") }}</UiButton>
  </form>
</template>
