<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRibbon } from "@/frame/queries";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";

/** The week in which a module stands; its dates stay as they are. */
const { slug, title, save } = defineProps<{
  slug: string;
  title: string;
  save: (week: number) => Promise<unknown>;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const { data: ribbon } = useRibbon(() => slug);
const times = useTimes(() => ribbon.value?.zone ?? "");
const weeks = computed(() => (ribbon.value?.cells ?? []).filter((cell) => cell.number !== null));
const chosen = ref<number | null>(null);

async function keep(): Promise<void> {
  if (
    chosen.value !== null &&
    (await save(chosen.value).then(
      () => true,
      () => false,
    ))
  )
    emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="title" @close="emit('close')">
    <form class="grid gap-4" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t('layout.week')">
        <select :id="field" v-model="chosen" class="field" required>
          <option v-for="cell in weeks" :key="cell.key" :value="cell.number">
            {{ cell.number }} · {{ cell.first_day ? times.date(cell.first_day) : "" }} {{ cell.topic }}
          </option>
        </select>
      </UiField>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
