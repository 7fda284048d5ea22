<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";

/** Why: for hiding and closing, which its writer reads, and for a report, which the teachers read. */
const { what, busy } = defineProps<{ what: "hide" | "close" | "report"; busy: boolean }>();
const emit = defineEmits<{ say: [why: string]; close: [] }>();
const { t } = useI18n();
const why = ref("");
const { mayClose } = useTyped(() => why.value);
</script>

<template>
  <UiDialog :open="true" :title="t(`talk.why.${what}`)" :may-close="mayClose" @close="emit('close')">
    <form @submit.prevent="emit('say', why)">
      <UiField v-slot="{ field }" :label="t(`talk.whyHint.${what}`)">
        <input :id="field" v-model="why" class="field mb-4" maxlength="500" required />
      </UiField>
      <UiButton look="main" type="submit" :disabled="busy">{{ t(`talk.whyGo.${what}`) }}</UiButton>
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </form>
  </UiDialog>
</template>
