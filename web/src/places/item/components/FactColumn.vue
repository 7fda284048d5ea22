<script setup lang="ts">
import { isWalking } from "@/api/walk";
import { useMyWork } from "../queries";
import { takesWork, useKinds } from "@/frame/kinds";
import UiButton from "@/ui/button/UiButton.vue";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { doneWords, effortWords, stateDetail, stateWord, tileOf } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";

const { page, grading, slug } = defineProps<{
  page: Shapes["ItemPage"];
  grading: Shapes["ItemGrading"] | undefined;
  slug: string;
}>();
const AskDialog = defineAsyncComponent(() => import("@/items/components/AskDialog.vue"));
const { t } = useI18n();
const asking = ref(false);
const kinds = useKinds();
const handsIn = computed(() => takesWork(kinds.kindOf(page.row.kind)));
const { data: work } = useMyWork(
  () => slug,
  () => page.row.id,
  () => handsIn.value && !page.teaching && !isWalking(slug),
);
const times = useTimes(() => page.zone);
interface Fact {
  name: string;
  value: string;
  lines: string[];
}

const own = (iso: string): string[] => {
  const mine = times.value.own(iso);
  return mine ? [t("item.ownTime", { at: mine })] : [];
};

/** What an allowance made of this item for its reader, and why. */
function allowed(): Fact[] {
  const made = page.row.allowed;
  if (!made) return [];
  const what = Object.entries(made.moments).map(([m, at]) =>
    t("allow.insteadOf", {
      what: t(`settings.${m}`).toLowerCase(),
      at: at ? times.value.moment(at) : t("allow.never"),
    }),
  );
  if (made.extra_attempts) what.push(t("allow.plusAttempts", { n: made.extra_attempts }));
  if (Number(made.time_factor) !== 1) what.push(t("allow.times", { n: made.time_factor }));
  if (made.excused) what.push(t("allow.excusedShort"));
  const lines = made.why.map((why) => t("allow.because", { why }));
  return [{ name: t("allow.forYou"), value: t("allow.forYouLine", { what: what.join("; ") }), lines }];
}

function moments(): Fact[] {
  const { row, now } = page;
  const found: Fact[] = [];
  const upcoming = row.opens && Date.parse(row.opens) > Date.parse(now);
  if (row.opens && (upcoming || page.teaching))
    found.push({ name: t("item.opens"), value: times.value.moment(row.opens), lines: own(row.opens) });
  if (row.due) {
    found.push({
      name: t("item.due"),
      value: times.value.moment(row.due),
      lines: [times.value.relative(row.due, now), ...own(row.due)],
    });
  }
  if (row.start_by && !row.done) {
    const why = row.start_by_proposed
      ? [t("item.startByWhy", { effort: effortWords(row.minutes, t), budget: page.budget })]
      : [];
    found.push({ name: t("item.startBy"), value: times.value.day(row.start_by), lines: why });
  }
  return found;
}

function late(): Fact[] {
  const { row } = page;
  if (!row.due || !kinds.kindOf(row.kind)?.takes_hand_ins)
    return row.closes ? [{ name: t("item.closes"), value: times.value.moment(row.closes), lines: [] }] : [];
  const until = row.closes ? t("item.lateUntil", { at: times.value.moment(row.closes) }) : "";
  // What late work loses is not said before it is read.
  if (!grading) return until ? [{ name: t("item.late"), value: until, lines: [] }] : [];
  const value = until || t("item.noLate");
  const lines = [];
  if (grading.late_percent && grading.late_per) {
    lines.push(
      t("item.lateRule", { percent: grading.late_percent, per: t(`detail.per.${grading.late_per}`) }),
    );
    if (grading.grace_minutes) lines.push(t("item.lateGrace", { n: grading.grace_minutes }));
  } else if (row.closes) lines.push(t("item.noLate"));
  return [{ name: t("item.late"), value, lines }];
}

const where = (): Fact[] =>
  page.row.place ? [{ name: t("setup.place"), value: page.row.place, lines: [] }] : [];

function counts(): Fact[] {
  const { row } = page;
  const found: Fact[] = [];
  if (row.points !== null) {
    const line =
      grading?.category && grading.weight
        ? [t("item.category", { category: grading.category, weight: grading.weight })]
        : [];
    found.push({
      name: t("item.points"),
      value: String(row.points),
      lines: row.practice ? [t("size.practice")] : line,
    });
  }
  if (work.value?.brief.takes_hand_ins && grading) {
    const counting = t(`counting.${grading.counting}`);
    const value = work.value.brief.attempts
      ? t("item.attemptsLine", { n: work.value.brief.attempts, counting })
      : t("item.attemptsAny", { counting });
    found.push({ name: t("item.attempts"), value, lines: [] });
  }
  if (row.minutes) found.push({ name: t("item.effort"), value: effortWords(row.minutes, t), lines: [] });
  found.push({ name: t("item.doneWhen"), value: doneWords(page, t, kinds), lines: [] });
  return found;
}

const facts = computed(() => [...moments(), ...allowed(), ...late(), ...where(), ...counts()]);
</script>

<template>
  <aside class="facts" :aria-label="t('item.facts')">
    <slot />
    <dl class="fact-list">
      <div v-if="!page.teaching">
        <dt>{{ t("item.stands") }}</dt>
        <dd class="flex items-start gap-2">
          <StateTile :tile="tileOf(page.row)" :size="17" class="mt-0.5" />
          <div>
            {{ stateWord(page.row, t, times) }}
            <span v-if="stateDetail(page.row, t, times, page.now)">{{
              stateDetail(page.row, t, times, page.now)
            }}</span>
          </div>
        </dd>
      </div>
      <div v-for="fact in facts" :key="fact.name">
        <dt>{{ fact.name }}</dt>
        <dd>
          {{ fact.value }}<span v-for="line in fact.lines" :key="line">{{ line }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="!page.teaching && !isWalking(slug)" class="mt-4">
      <UiButton @click="asking = true">{{ t("asked.ask") }}</UiButton>
    </p>
    <AskDialog
      v-if="asking"
      :slug="slug"
      about="item"
      :item-id="page.row.id"
      :title="page.row.title"
      @close="asking = false"
    />
  </aside>
</template>

<style scoped>
.facts {
  width: 248px;
  flex: none;
  padding: 16px 20px 70px;
  border-left: 1px solid var(--rule);
  font-size: 14px;
}
@media (min-width: 1024px) {
  .facts {
    position: sticky;
    top: 0;
    align-self: flex-start;
    max-height: 100vh;
    overflow-y: auto;
  }
}
@media (max-width: 1023px) {
  .facts {
    width: auto;
    margin-bottom: 14px;
    padding: 0 0 12px;
    border: 0;
    border-bottom: 1px solid var(--rule);
  }
  dl {
    display: grid;
    grid-template-columns: repeat(2, 1fr);
    gap: 0 12px;
  }
}
</style>
