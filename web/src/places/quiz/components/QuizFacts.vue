<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { askedWords } from "@/items/answering/asks";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";

const AskDialog = defineAsyncComponent(() => import("@/items/components/AskDialog.vue"));

/** What holds for the question that is looked at, and for the attempt. */
const { taking, question, slug, id } = defineProps<{
  taking: Shapes["Taking"];
  question: Shapes["TakenQuestion"] | undefined;
  slug: string;
  id: number;
}>();
const { t } = useI18n();
const times = useTimes(() => taking.zone);
const asking = ref(false);
interface Fact {
  name: string;
  value: string;
  line: string;
}

const tries = (): Fact[] => {
  if (!question || question.tries_of === null) return [];
  if (question.settled && question.state === "right") {
    const n = question.tried.length;
    return [{ name: t("quiz.thisQuestion"), value: t("quiz.rightAfter", { n }, n), line: "" }];
  }
  const left = question.tries_left ?? 0;
  const cost = Number(taking.try_cost)
    ? t("quiz.tryCosts", { n: taking.try_cost }, Number(taking.try_cost))
    : t("quiz.tryFree");
  const value = t("quiz.triesOf", { n: left, of: question.tries_of }, left);
  return [{ name: t("quiz.thisQuestion"), value, line: cost }];
};
const asked = (): Fact[] =>
  (question?.shown?.fields ?? [])
    .map((field) => askedWords(field, (key, named) => t(key, named ?? {})))
    .filter(Boolean)
    .slice(0, 1)
    .map((value) => ({ name: t("quiz.askedFor"), value, line: "" }));
const saved = (): Fact[] =>
  question?.saved_at
    ? [{ name: t("quiz.savedAt"), value: times.value.clock(question.saved_at), line: t("quiz.savedLine") }]
    : [];
const after = (): Fact[] =>
  taking.shows
    .filter((one) => one.what === "right" || one.what === "solution")
    .map((one, n) => ({ name: n ? "" : t("quiz.after"), value: one.words, line: "" }));
const time = (): Fact[] => {
  if (taking.minutes === null) return [];
  const more = taking.class_minutes !== null && taking.minutes !== taking.class_minutes;
  return [
    {
      name: t("quiz.yourTime"),
      value: t("quiz.minutes", { n: taking.minutes }),
      line: more ? t("quiz.moreTime", { n: taking.class_minutes }) : "",
    },
  ];
};
const due = (): Fact[] =>
  taking.due ? [{ name: t("item.due"), value: times.value.moment(taking.due), line: "" }] : [];
const facts = computed(() => [...tries(), ...asked(), ...saved(), ...after(), ...due(), ...time()]);
</script>

<template>
  <aside class="side no-print" :aria-label="t('item.facts')">
    <dl class="fact-list">
      <div v-for="(fact, n) in facts" :key="n">
        <dt v-if="fact.name">{{ fact.name }}</dt>
        <dd>
          {{ fact.value }}<span v-if="fact.line">{{ fact.line }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="question" class="mt-3 border-t border-rule pt-3">
      <UiButton look="text" class="!px-0" @click="asking = true">{{ t("quiz.ask") }}</UiButton>
      <span class="block text-[13px] text-soft">{{
        t(taking.ends_at ? "quiz.askClock" : "quiz.askLine")
      }}</span>
    </p>
    <AskDialog
      v-if="asking && question"
      :slug="slug"
      about="item"
      :item-id="id"
      :title="`${taking.title}: ${question.name}`"
      :answer="question.id"
      @close="asking = false"
    />
  </aside>
</template>

<style scoped>
.side {
  width: 248px;
  flex: none;
  padding: 16px 20px 70px;
  border-left: 1px solid var(--rule);
  font-size: 14px;
}
@media (max-width: 1023px) {
  .side {
    width: auto;
    padding: 12px 14px 70px;
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
