<script setup lang="ts">
import { defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { NoAnswer, type Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import FileLines from "@/items/answering/FileLines.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiFiles from "@/ui/field/UiFiles.vue";
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
const wrong = useWrong();
const writes = useTakingWrites(
  () => slug,
  () => id,
);
const problem = ref("");
const share = ref<number | null>(null);
const recording = ref(false);
const waiting = ref<File | null>(null);
const number = () => attempt.taking.value?.number ?? 1;
const show = (files: Shapes["AnswerFile"][]): void =>
  attempt.replace((q) =>
    q.id === question.id ? { ...q, files, state: files.length ? "saved" : q.state } : q,
  );

async function send(file: File): Promise<void> {
  problem.value = "";
  waiting.value = file;
  share.value = 0;
  const at = { slug, id, number: number(), answer: question.id, holder: attempt.holder.value };
  try {
    show(await uploadAnswer(at, file, (part) => (share.value = part)));
    waiting.value = null;
  } catch (error) {
    problem.value = error instanceof NoAnswer ? t("quiz.fileWaits", { name: file.name }) : wrong(error);
    if (!(error instanceof NoAnswer)) waiting.value = null;
  }
  share.value = null;
}

async function sendAll(files: File[]): Promise<void> {
  for (const file of files) await send(file);
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
    <div v-if="!locked" class="mt-2 flex flex-wrap items-center gap-3">
      <UiFiles @chosen="sendAll">{{ t("quiz.addFile") }}</UiFiles>
      <UiButton v-if="field.sort === 'recording'" @click="recording = true">{{ t("quiz.record") }}</UiButton>
      <UiButton v-if="waiting && share === null" look="text" @click="send(waiting)">{{
        t("handIn.tryAgain")
      }}</UiButton>
      <progress v-if="share !== null" max="1" :value="share" :aria-label="waiting?.name ?? ''" />
      <span class="text-[13px] text-soft">{{ t("answer.byPerson") }}</span>
    </div>
    <p v-if="problem" role="alert" class="mt-1 text-late">{{ problem }}</p>
    <RecordDialog
      v-if="recording"
      @close="recording = false"
      @take="
        (file) => {
          recording = false;
          void send(file);
        }
      "
    />
  </section>
</template>
