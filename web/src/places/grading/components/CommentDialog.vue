<script setup lang="ts">
import { computed, reactive, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useSayingWrites } from "../queries";

/** A comment that its student reads at once, whether there is a score or not. */
const { work, slug, id } = defineProps<{ work: Shapes["Work"]; slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const form = reactive({ words: "" });
const { mayClose } = useTyped(() => form);
const refused = ref("");
const attempt = computed(() => work.attempts.at(-1)!.attempt);

async function send(): Promise<void> {
  refused.value = "";
  try {
    await writes.comment.mutateAsync({ attempt: attempt.value, words: form.words });
    say(t("comments.sent", { name: work.name }));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    open
    :title="t('comments.title', { name: work.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <p class="text-[15px]">{{ t("comments.hint") }}</p>
    <form class="mt-3 grid gap-3" @submit.prevent="send">
      <UiField v-slot="{ field }" :label="t('comments.words', { n: attempt })">
        <textarea :id="field" v-model="form.words" class="field" rows="5" maxlength="5000" required />
      </UiField>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("comments.send") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
