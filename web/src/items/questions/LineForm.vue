<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { dropTyped, keepTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { uploadQuestionPicture, useAsking } from "@/items/asking";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useAnswering } from "./answering";

/** What is said further to a question: by its asker, or as an answer. Kept in the browser until it is sent. */
const { question, kept, first, teaching, slug } = defineProps<{
  question: Shapes["QuestionOut"];
  /** Under what it is kept. */
  kept: string;
  first: string;
  teaching: boolean;
  slug: string;
}>();
const emit = defineEmits<{ close: []; sent: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: me } = useMe();
const asking = useAsking(() => slug);
const answering = useAnswering(() => slug);
const html = ref(first);
const refused = ref("");
const seen = ref(question.lines.at(-1)?.id ?? 0);
const { mayClose, saved } = useTyped(() => html.value);
const drop = (): void => dropTyped(me.value?.id ?? 0, kept);

function changed(fresh: string): void {
  html.value = fresh;
  keepTyped(me.value?.id ?? 0, kept, fresh, 0);
}

async function cancel(): Promise<void> {
  if (!(await mayClose())) return;
  drop();
  emit("close");
}

function landed(): void {
  saved();
  drop();
  emit("sent");
}

async function send(): Promise<void> {
  refused.value = "";
  try {
    if (teaching)
      await answering.answer.mutateAsync({ id: question.id, html: html.value, seen: seen.value, landed });
    else await asking.more.mutateAsync({ id: question.id, html: html.value, landed });
    emit("close");
  } catch (error) {
    if (error instanceof Problem && error.code === "question.answered_meanwhile")
      seen.value = Number(error.also.last);
    refused.value = wrong(error);
  }
}
</script>

<template>
  <form class="mt-2" @submit.prevent="send">
    <RichEditor
      low
      :html="first"
      :label="t(teaching ? 'asked.answer' : 'asked.askOn')"
      :slug="slug"
      :upload="(file) => uploadQuestionPicture(slug, file)"
      @change="changed"
    />
    <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
    <div class="mt-2 flex gap-2">
      <UiButton
        look="main"
        type="submit"
        :disabled="!html || answering.answer.isPending.value || asking.more.isPending.value"
        >{{ t(teaching ? "asked.sendAnswer" : "asked.send") }}</UiButton
      >
      <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
    </div>
  </form>
</template>
