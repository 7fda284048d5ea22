<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import FileLines from "@/items/answering/FileLines.vue";
import { marksIn } from "@/items/answering/places";
import { lettersOf } from "../model/letters";
import TypesetLine from "@/items/answering/TypesetLine.vue";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";
import { useSheetWrites } from "../queries";
import ShownAnswer from "./ShownAnswer.vue";

/** One sheet with its key: points for each question from the first field to the last, then the next sheet. */
const { sheet, slug, id, zone } = defineProps<{
  sheet: Shapes["SheetOut"];
  slug: string;
  id: number;
  zone: string;
}>();
const emit = defineEmits<{ done: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSheetWrites(
  () => slug,
  () => id,
);
const times = useTimes(() => zone);
const form = useTemplateRef<HTMLFormElement>("form");
const lines = ref(
  sheet.questions.map((q) => ({
    position: q.position,
    points: q.by_hand ?? "",
    comment: q.comment,
    seen: q.by_hand,
    meanwhile: "",
  })),
);
const problem = ref("");
const { saved, mayClose } = useTyped(() => lines.value.map((l) => [l.points, l.comment]));
const figure = (text: string): string => text.trim().replace(",", ".");
const won = computed(() => lines.value.reduce((sum, l) => sum + (Number(figure(l.points)) || 0), 0));
const all = computed(() => sheet.questions.reduce((sum, q) => sum + Number(q.points), 0));
const missing = computed(() => lines.value.filter((l) => !figure(l.points)).length);
const round = (n: number): string => String(Math.round(n * 100) / 100);

async function keep(): Promise<void> {
  problem.value = "";
  const scores = lines.value.map((l) => ({
    position: l.position,
    points: figure(l.points) || null,
    comment: l.comment,
    seen: l.seen,
  }));
  try {
    await writes.score.mutateAsync({ code: sheet.code, scores });
  } catch (error) {
    problem.value = wrong(error);
    if (error instanceof Problem && error.code === "quiz.read_meanwhile") await readTheirs();
    return;
  }
  saved();
  const named = { name: sheet.name, won: round(won.value), all: round(all.value), n: missing.value };
  say(missing.value ? t("sheets.savedPart", named, missing.value) : t("sheets.saved", named));
  emit("done");
}

/** What somebody else gave is seen now, beside one's own: the next press is over it. */
async function readTheirs(): Promise<void> {
  const now = await writes.look(sheet.code).catch(() => null);
  for (const line of lines.value) {
    const theirs = now?.questions[line.position]?.by_hand ?? null;
    if (theirs === line.seen) continue;
    line.meanwhile = theirs === null ? "" : t("sheets.meanwhile", { points: theirs });
    line.seen = theirs;
  }
}

/** Enter goes to the next field; from the last one it saves. */
function onward(event: KeyboardEvent): void {
  const fields = [...(form.value?.querySelectorAll<HTMLInputElement>("input.points") ?? [])];
  const at = fields.indexOf(event.target as HTMLInputElement);
  const next = fields[at + 1];
  if (at < 0 || !next) return;
  event.preventDefault();
  next.focus();
  next.select();
}
async function leave(): Promise<void> {
  if (await mayClose()) emit("done");
}
onMounted(() => void nextTick(() => form.value?.querySelector<HTMLInputElement>("input.points")?.focus()));
</script>

<template>
  <form ref="form" class="card mt-3 px-4 py-3 sm:px-5" :aria-label="sheet.code" @submit.prevent="keep">
    <header class="mb-2 flex flex-wrap items-baseline gap-x-4">
      <h3 class="text-[18px] font-bold">{{ sheet.name }}</h3>
      <code class="figures">{{ sheet.code }}</code>
      <span v-if="sheet.taken_in_at" class="text-soft">{{
        t("sheets.takeIn", { at: times.moment(sheet.taken_in_at) })
      }}</span>
      <b class="figures ml-auto" role="status">{{
        t("sheets.total", { won: round(won), all: round(all) })
      }}</b>
    </header>
    <FileLines class="mb-3" :files="sheet.photos" :label="t('sheets.photos')" />
    <ol>
      <li v-for="(question, n) in sheet.questions" :key="question.position" class="line">
        <div class="min-w-0">
          <details>
            <summary class="cursor-pointer font-semibold">{{ n + 1 }} {{ question.name }}</summary>
            <RichText
              class="max-w-[72ch]"
              :html="question.shown.text"
              :marks="marksIn(question.shown.text, question.shown.fields)"
            />
          </details>
          <div v-for="field in question.shown.fields" :key="field.name" class="key">
            <span v-if="field.label" class="text-[13px] text-soft">{{ field.label }}</span>
            <b v-if="lettersOf(field, question.key[field.name])" class="figures">{{
              lettersOf(field, question.key[field.name])
            }}</b>
            <TypesetLine v-if="question.key_latex[field.name]" :latex="question.key_latex[field.name]!" />
            <ShownAnswer
              v-else-if="question.key[field.name] !== undefined"
              :asked="field"
              :value="question.key[field.name]!"
            />
          </div>
        </div>
        <label class="points-field">
          <span class="text-[13px] text-soft">{{ t("sheets.points", { points: question.points }) }}</span>
          <input
            v-model="lines[n]!.points"
            class="field figures points"
            inputmode="decimal"
            maxlength="8"
            :aria-label="t('sheets.pointsOf', { n: n + 1, points: question.points })"
            @keydown.enter="onward"
          />
          <span v-if="lines[n]!.meanwhile" class="text-[13px] text-late">{{ lines[n]!.meanwhile }}</span>
        </label>
        <label class="word-field">
          <span class="text-[13px] text-soft">{{ t("sheets.word") }}</span>
          <input
            v-model="lines[n]!.comment"
            class="field"
            maxlength="20000"
            :aria-label="t('sheets.wordOf', { n: n + 1 })"
          />
        </label>
      </li>
    </ol>
    <p v-if="problem" role="alert" class="mt-2 text-late">{{ problem }}</p>
    <div class="mt-3 flex flex-wrap gap-3">
      <UiButton look="main" type="submit" :disabled="writes.score.isPending.value">{{
        t("sheets.save")
      }}</UiButton>
      <UiButton look="text" @click="leave">{{ t("sheets.close") }}</UiButton>
    </div>
  </form>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px minmax(160px, 280px);
  gap: 4px 16px;
  align-items: start;
  padding: 8px 0;
  border-top: 1px solid var(--rule-faint);
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}
@media (max-width: 639px) {
  .line {
    grid-template-columns: 110px minmax(0, 1fr);
  }
  .line > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
