<script setup lang="ts">
import { defineAsyncComponent, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import FileSending from "@/items/answering/FileSending.vue";
import FileLines from "@/items/answering/FileLines.vue";
import UiButton from "@/ui/button/UiButton.vue";
import type { Attempt } from "../model/attempt";
import { uploadAnswer, useTakingWrites } from "../queries";

const RecordDialog = defineAsyncComponent(() => import("@/items/editor/RecordDialog.vue"));

/** Files or a recording that answer a question; each is there when its line stands in the list. */
const { question, field, attempt, slug, id, locked } = defineProps<{
  question: Shapes["TakenQuestion"];
  field: Shapes["AskedOut"];
  attempt: Attempt;
  slug: string;
  id: number;
  locked: boolean;
}>();
const { t } = useI18n();
const writes = useTakingWrites(
  () => slug,
  () => id,
);
const recording = ref(false);
const sending = useTemplateRef<InstanceType<typeof FileSending>>("sending");
const number = () => attempt.taking.value?.number ?? 1;
const show = (files: Shapes["AnswerFile"][]): void =>
  attempt.replace((q) =>
    q.id === question.id ? { ...q, files, state: files.length ? "saved" : q.state } : q,
  );

async function send(file: File, told: (share: number) => void): Promise<void> {
  const at = { slug, id, number: number(), answer: question.id, holder: attempt.holder.value };
  show(await uploadAnswer(at, file, told));
}

async function remove(file: number): Promise<void> {
  const at = { number: number(), answer: question.id, file, holder: attempt.holder.value };
  show(await writes.removeFile.mutateAsync(at));
}
</script>

<template>
  <section :aria-label="field.label || t('answer.yours')">
    <FileLines
      :files="question.files"
      :label="field.label || t('answer.yours')"
      :removable="!locked"
      @remove="remove"
    />
    <FileSending
      v-if="!locked"
      ref="sending"
      :send="send"
      :label="t('quiz.addFile')"
      :hint="t('answer.byPerson')"
      multiple
    >
      <UiButton v-if="field.sort === 'recording'" @click="recording = true">{{ t("quiz.record") }}</UiButton>
    </FileSending>
    <RecordDialog
      v-if="recording"
      @close="recording = false"
      @take="
        (file) => {
          recording = false;
          void sending?.add([file]);
        }
      "
    />
  </section>
</template>
