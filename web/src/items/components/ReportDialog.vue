<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useReport } from "../queries";

/** 'I found an error', with the item that it is in. */
const { slug, itemId = null } = defineProps<{ slug: string; itemId?: number | null }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const report = useReport(() => slug);
const text = ref("");
const { mayClose } = useTyped(() => text.value);

async function send(): Promise<void> {
  const kept = await report.mutateAsync({ item_id: itemId, text: text.value }).catch(() => null);
  if (!kept) return;
  say(t("library.reported"));
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="t('library.report')" :may-close="mayClose" @close="emit('close')">
    <form @submit.prevent="send">
      <UiField v-slot="{ field }" :label="t('library.reportHint')">
        <textarea :id="field" v-model="text" class="field mb-4" rows="4" maxlength="1000" required />
      </UiField>
      <UiButton look="main" type="submit" :disabled="report.isPending.value">{{
        t("library.send")
      }}</UiButton>
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </form>
  </UiDialog>
</template>
