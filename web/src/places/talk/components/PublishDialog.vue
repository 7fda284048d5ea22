<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { uploadQuestionPicture } from "@/items/asking";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { usePublishing } from "@/items/questions/answering";

/** An answer for all of the course: the question as it is read there, without who asked it. */
const { question, slug } = defineProps<{ question: Shapes["QuestionOut"]; slug: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = usePublishing(() => slug);
const LONGEST = 200;
const words = (html: string): string =>
  new DOMParser().parseFromString(html, "text/html").body.textContent.replace(/\s+/g, " ").trim();
const title = ref(words(question.html).slice(0, LONGEST));
const answers = question.lines.filter((line) => line.answer);
const first = answers.map((line) => line.html).join("");
const html = ref(first);
const refused = ref("");
const { mayClose, saved } = useTyped(() => [title.value, html.value]);

async function publish(): Promise<void> {
  refused.value = "";
  try {
    await writes.publish.mutateAsync({ id: question.id, title: title.value, html: html.value });
    saved();
    say(t("asked.published"));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('asked.publishTitle')" :may-close="mayClose" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="publish">
      <p class="text-[14px] text-soft">{{ t("asked.publishHint") }}</p>
      <UiField v-slot="{ field }" :label="t('asked.question')">
        <textarea :id="field" v-model="title" class="field" rows="2" :maxlength="LONGEST" required />
      </UiField>
      <RichEditor
        low
        :html="first"
        :label="t('asked.answer')"
        :slug="slug"
        :upload="(file) => uploadQuestionPicture(slug, file)"
        @change="html = $event"
      />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="writes.publish.isPending.value">{{
          t("asked.publishGo")
        }}</UiButton>
        <UiButton look="text" @click="mayClose().then((yes) => yes && emit('close'))">{{
          t("app.cancel")
        }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
