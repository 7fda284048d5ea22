<script setup lang="ts">
import { computed, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import { itemPath, quizPath, quizReviewPath } from "@/frame/addresses";
import { tabName } from "@/frame/tab-name";
import { useWrong } from "@/frame/writes";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import type { OwnAction } from "../own";
import { useItemWrites } from "../queries";
import WalkScore from "../assignment/WalkScore.vue";
import PartWaits from "../components/PartWaits.vue";
import { useBegin, useMyQuiz } from "./queries";
import SheetPart from "./SheetPart.vue";

/** A quiz before and between its attempts: how it goes, what each attempt brought, the way in. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const id = () => page.row.id;
const walking = computed(() => isWalking(slug));
const mine = useMyQuiz(
  () => slug,
  id,
  () => !walking.value,
);
const { data: quiz } = mine;
const begin = useBegin(() => slug, id);
const writes = useItemWrites(() => slug, id);
const times = useTimes(() => page.zone);
const code = ref("");
const problem = ref("");
const open = computed(() => quiz.value?.attempts.find((a) => !a.handed_in_at));
const asksCode = computed(() => quiz.value?.wants_code && !open.value && quiz.value.can_begin);

/** How it goes, each in a sentence. */
const rules = computed(() => {
  const found = quiz.value;
  if (!found) return [];
  const head =
    t("quiz.head", {
      questions: t("quiz.count", { n: found.questions }, found.questions),
      points: t("quiz.points", { n: found.points }, Number(found.points)),
    }) + ".";
  const shown = found.shows.map((one) => one.words);
  const practice = found.practice ? [t("quiz.rule.practice")] : [];
  if (found.paper) return [head, ...paperRules(found), ...shown, ...practice];
  const order = found.one_by_one ? (found.back ? "quiz.rule.oneByOne" : "quiz.rule.noBack") : "quiz.rule.all";
  return [head, t(order), timeRule(found), attemptsRule(found), triesRule(found), ...shown, ...practice];
});

function paperRules(found: Shapes["MyQuiz"]): string[] {
  const minutes = found.minutes === null ? [] : [t("onPaper.minutes", { n: found.minutes })];
  const own = found.paper === "home" ? [attemptsRule(found)] : [];
  return [t(`onPaper.${found.paper || "room"}`), ...minutes, ...own];
}

function timeRule({ minutes, class_minutes: usual }: Shapes["MyQuiz"]): string {
  if (minutes === null) return t("quiz.rule.noClock");
  const more = usual !== null && minutes !== usual ? ` ${t("quiz.rule.moreTime", { n: usual })}` : "";
  return t("quiz.rule.clock", { n: minutes }) + more;
}

function attemptsRule(found: Shapes["MyQuiz"]): string {
  if (found.attempts_of === null)
    return t("quiz.rule.anyAttempts", { counting: t(`counting.${found.counting}`) });
  if (found.attempts_of === 1) return t("quiz.rule.oneAttempt");
  return t("quiz.rule.attempts", { n: found.attempts_of, counting: t(`counting.${found.counting}`) });
}

function triesRule(found: Shapes["MyQuiz"]): string {
  if (found.tries === null) return t("quiz.rule.unchecked");
  const cost = Number(found.try_cost)
    ? t("quiz.tryCosts", { n: found.try_cost }, Number(found.try_cost))
    : t("quiz.tryFree");
  return t("quiz.rule.tries", { n: found.tries, cost }, found.tries);
}

async function goIn(): Promise<void> {
  problem.value = "";
  if (open.value) return void (await router.push(`${quizPath(slug, id())}?attempt=${open.value.number}`));
  try {
    const taking = await begin.mutateAsync({ code: code.value, holder: await tabName() });
    await router.push(`${quizPath(slug, id())}?attempt=${taking.number}`);
  } catch (error) {
    problem.value = wrong(error);
  }
}

async function walkOn(): Promise<void> {
  const facts = await writes.walkHandIn();
  if (facts.next) await router.push(itemPath(slug, facts.next.id));
}

const sheetPart = useTemplateRef<InstanceType<typeof SheetPart>>("sheetPart");
const action = computed((): OwnAction | null => {
  if (quiz.value?.paper && !walking.value) return sheetPart.value?.action ?? null;
  if (walking.value) return page.row.open && !page.row.done ? { label: t("walk.handIn"), run: walkOn } : null;
  if (!quiz.value?.can_begin || begin.isPending.value) return null;
  if (open.value) return { label: t("quiz.goOn"), run: goIn };
  const n = (quiz.value.attempts.at(-1)?.number ?? 0) + 1;
  return { label: n > 1 ? t("quiz.beginAgain", { n }) : t("quiz.begin"), run: goIn };
});
defineExpose({ action });

function attemptWords(one: Shapes["OwnAttempt"]): string {
  if (one.points !== null) return t("quiz.ofPoints", { won: one.points, points: quiz.value?.points ?? "" });
  return t(one.waits ? "quiz.waitsReader" : "quiz.pointsLater");
}
</script>

<template>
  <WalkScore v-if="walking && page.row.open && page.row.points" @score="writes.walkScore" />
  <section v-if="quiz && !walking" :aria-label="t('quiz.title')">
    <p v-if="open" role="status" class="card mb-4 border-l-4 !border-l-now px-4 py-3">
      {{ t("quiz.underWay", { n: open.number, at: times.moment(open.started_at) }) }}
      <template v-if="open.ends_at">{{ t("quiz.endsAt", { at: times.moment(open.ends_at) }) }}</template>
    </p>
    <p v-if="quiz.why_not" role="status" class="card mb-4 px-4 py-3">{{ quiz.why_not }}</p>
    <template v-if="quiz.attempts.some((a) => a.handed_in_at)">
      <h2 class="mb-1 text-[18px] font-bold">{{ t("handIn.attempts") }}</h2>
      <ul class="mb-4 border-t border-rule">
        <li
          v-for="one in quiz.attempts.filter((a) => a.handed_in_at)"
          :key="one.number"
          class="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5"
        >
          <RouterLink :to="quizReviewPath(slug, page.row.id, one.number)" class="font-semibold">{{
            t("handIn.attempt", { n: one.number })
          }}</RouterLink>
          <span>{{ one.handed_in_at ? times.moment(one.handed_in_at) : "" }}</span>
          <span v-if="one.how === 'clock'" class="text-soft">{{ t("quiz.how.clock") }}</span>
          <b class="figures">{{ attemptWords(one) }}</b>
          <RouterLink class="figures ml-auto" :to="{ name: 'receipt', params: { number: one.receipt } }">{{
            t("receipt.title", { number: one.receipt })
          }}</RouterLink>
        </li>
      </ul>
    </template>
    <SheetPart v-if="quiz.paper" ref="sheetPart" :quiz="quiz" :page="page" :slug="slug" />
    <h2 class="mb-1 text-[18px] font-bold">{{ t("quiz.howItGoes") }}</h2>
    <ul class="rules">
      <li v-for="line in rules" :key="line">{{ line }}</li>
    </ul>
    <form v-if="asksCode" class="mt-4 max-w-[260px]" @submit.prevent="goIn">
      <UiField v-slot="{ field }" :label="t('quiz.codeField')">
        <input :id="field" v-model="code" class="field figures" autocomplete="off" maxlength="40" />
      </UiField>
    </form>
    <p v-if="problem" role="alert" class="mt-3 text-late">{{ problem }}</p>
  </section>
  <PartWaits v-else :query="mine" />
</template>

<style scoped>
.rules {
  max-width: 72ch;
  list-style: disc;
  padding-left: 20px;
}
</style>
