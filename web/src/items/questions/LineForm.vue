<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { dropTyped, keepTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { uploadQuestionPicture, useAsking } from "@/items/asking";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiField from "@/ui/field/UiField.vue";
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
/** On who asks for another score: what is ruled, and the points as they are typed. */
const rules = computed(() => teaching && question.regrade && question.waits_since !== null);
const code = ref<"" | "changed" | "stays">("");
const raw = ref(question.score?.raw ?? "");
const version = ref(question.score?.version ?? 0);
const above = ref(false);
const ruling = (meant: boolean): Shapes["ScoreRulingIn"] | null =>
  rules.value && code.value
    ? { code: code.value, raw: String(raw.value), seen_version: version.value, above_possible: meant }
    : null;
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

async function send(meant = false): Promise<void> {
  refused.value = "";
  try {
    if (teaching)
      await answering.answer.mutateAsync({
        id: question.id,
        html: html.value,
        seen: seen.value,
        ruling: ruling(meant),
        landed,
      });
    else await asking.more.mutateAsync({ id: question.id, html: html.value, landed });
    emit("close");
  } catch (error) {
    if (error instanceof Problem && error.code === "question.answered_meanwhile")
      seen.value = Number(error.also.last);
    if (error instanceof Problem && typeof error.also.version === "number")
      version.value = error.also.version;
    above.value = error instanceof Problem && error.also.above === true;
    refused.value = wrong(error);
  }
}
</script>

<template>
  <form class="mt-2" @submit.prevent="send()">
    <fieldset v-if="rules" class="mb-3">
      <legend class="mb-1 text-[13.5px] text-soft">
        {{ t("regrade.ruling") }}
        <template v-if="question.score">· {{ t("regrade.stands", { ...question.score }) }}</template>
      </legend>
      <label
        v-for="one in ['stays', 'changed', ''] as const"
        :key="one"
        class="flex min-h-7 items-baseline gap-2"
      >
        <input v-model="code" type="radio" name="ruling" :value="one" />{{ t(`regrade.${one || "none"}`) }}
      </label>
      <template v-if="code === 'changed'">
        <UiField
          v-if="question.score?.typed"
          v-slot="{ field }"
          :label="t('regrade.points', { possible: question.score.possible })"
          class="mt-1 max-w-[200px]"
        >
          <input :id="field" v-model="raw" class="field figures" inputmode="decimal" autocomplete="off" />
        </UiField>
        <p v-else class="text-[14px] text-soft">{{ t("regrade.there") }}</p>
      </template>
    </fieldset>
    <RichEditor
      low
      :html="first"
      :label="t(teaching ? 'asked.answer' : 'asked.askOn')"
      :slug="slug"
      :upload="(file) => uploadQuestionPicture(slug, file)"
      @change="changed"
    />
    <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
    <UiButton v-if="above" class="mt-2" @click="send(true)">{{ t("regrade.meant", { raw }) }}</UiButton>
    <div class="mt-2 flex gap-2">
      <UiButton
        look="main"
        type="submit"
        :disabled="!html || answering.answer.isPending.value || asking.more.isPending.value"
        >{{ t(code ? "regrade.send" : teaching ? "asked.sendAnswer" : "asked.send") }}</UiButton
      >
      <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
    </div>
  </form>
</template>
