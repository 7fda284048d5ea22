<script setup lang="ts">
import { computed, ref, useId, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useKinds } from "@/frame/kinds";
import { effortWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { useDayDrag } from "@/ui/pointer/day-drag";
import { barOf, laneOf, moved, type ClassTime, type End } from "../model/pattern";
import type { Beat } from "../model/rhythm";
import BeatFields from "./BeatFields.vue";

/** One item of the pattern as a row of the week that it makes: its title typed in place, its ends dragged over days. */
const beat = defineModel<Beat>({ required: true });
const { number, categories, weekdays, weekStart, classes } = defineProps<{
  number: number;
  categories: string[];
  /** Names from Monday. */
  weekdays: string[];
  weekStart: number;
  classes: ClassTime[];
}>();
const emit = defineEmits<{ remove: [] }>();
const { t } = useI18n();
const kinds = useKinds();
const more = ref(false);
const details = useId();
const lanes = useTemplateRef<HTMLElement>("lanes");
const move = (end: End, by: number): void => void (beat.value = moved(beat.value, end, by, weekStart));
const { dragged, dragOf } = useDayDrag<End>(lanes, move);
const shownBeat = computed(() =>
  dragged.value ? moved(beat.value, dragged.value.handle, dragged.value.days, weekStart) : beat.value,
);
const at = (end: End): number | null => laneOf(shownBeat.value.moments?.[end], weekStart, classes);
const bar = computed(() => barOf(at("opens"), at("due")));
const ends = computed(() =>
  (["opens", "due"] as const).flatMap((end) => {
    const lane = at(end);
    return lane === null ? [] : { end, left: (Math.max(0, Math.min(7, lane)) / 7) * 100 };
  }),
);
const facts = computed(() =>
  [
    kinds.word(beat.value.kind),
    beat.value.minutes ? effortWords(beat.value.minutes, t) : "",
    beat.value.points !== null && beat.value.points !== undefined
      ? t("size.points", { n: beat.value.points }, beat.value.points)
      : "",
    beat.value.category ?? "",
  ]
    .filter(Boolean)
    .join(" · "),
);

/** 'Sun 23:59', 'Mon 09:00 the week after', '2nd class'. */
function words(end: End): string {
  const moment = shownBeat.value.moments?.[end];
  if (!moment) return t("rhythm.never");
  if (moment.on === "class") return t("rhythm.byClass", { n: moment.nth ?? 1 });
  const day = `${weekdays[moment.weekday ?? 0]} ${(moment.time ?? "00:00").slice(0, 5)}`;
  const off = moment.plus ?? 0;
  if (!off) return day;
  return `${day}, ${t(off < 0 ? "rhythm.weeksBefore" : "rhythm.weeksAfter", { n: Math.abs(off) }, Math.abs(off))}`;
}
</script>

<template>
  <li class="beat">
    <div class="row">
      <span class="figures text-soft">{{ number }}</span>
      <div class="min-w-0">
        <input
          class="title"
          :aria-label="t('rhythm.itemTitle')"
          v-kept="beat.title"
          required
          @change="beat = { ...beat, title: valueOf($event) }"
        />
        <button
          type="button"
          class="facts"
          :aria-expanded="more"
          :aria-controls="details"
          :aria-label="t('rhythm.factsOf', { title: beat.title, facts })"
          @click="more = !more"
        >
          {{ facts }}
        </button>
      </div>
      <div ref="lanes" class="lanes">
        <i v-if="bar" class="bar" :style="{ left: `${bar.left}%`, width: `${bar.width}%` }" />
        <button
          v-for="one in ends"
          :key="one.end"
          type="button"
          class="end"
          :class="one.end"
          :style="{ left: `${one.left}%` }"
          :aria-label="
            t('rhythm.moveEnd', { moment: t(`rhythm.${one.end}`), title: beat.title, at: words(one.end) })
          "
          v-bind="dragOf(one.end)"
        />
      </div>
      <span class="when">
        <template v-if="beat.moments?.due">{{ t("rhythm.dueAt", { at: words("due") }) }}</template>
        <template v-else>{{ t("rhythm.never") }}</template>
        <span v-if="beat.moments?.opens" class="block text-soft">{{
          t("rhythm.opensAt", { at: words("opens") })
        }}</span>
      </span>
      <UiButton look="text" :aria-label="`${t('rhythm.remove')}: ${beat.title}`" @click="emit('remove')">{{
        t("rhythm.remove")
      }}</UiButton>
    </div>
    <BeatFields v-if="more" :id="details" v-model="beat" :categories="categories" :weekdays="weekdays" />
  </li>
</template>

<style scoped>
.beat {
  border-bottom: 1px solid var(--rule-faint);
}
.row {
  display: grid;
  grid-template-columns: var(--pattern-columns);
  gap: 0 10px;
  align-items: center;
  min-height: 50px;
  padding: 0 8px 0 12px;
}
.title {
  width: 100%;
  padding: 2px 4px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: transparent;
  font-weight: 600;
}
.title:hover,
.title:focus {
  border-color: var(--rule);
  background: var(--sheet);
}
.facts {
  min-height: 24px;
  padding: 0 5px;
  color: var(--ink-soft);
  font-size: 13px;
  text-align: left;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.lanes {
  position: relative;
  align-self: stretch;
  background: linear-gradient(90deg, var(--rule-faint) 1px, transparent 1px) 0 0 / calc(100% / 7) 100%;
}
.bar {
  position: absolute;
  top: calc(50% - 4px);
  height: 9px;
  border-radius: 1px;
  background: var(--span);
}
.end {
  position: absolute;
  top: calc(50% - 14px);
  width: 24px;
  height: 28px;
  margin-left: -12px;
  cursor: ew-resize;
  touch-action: none;
}
.end::after {
  content: "";
  position: absolute;
  inset: 6px 11px;
  background: var(--span);
}
.due::after {
  inset: 4px 10.5px;
  background: var(--ink);
}
.end:hover::after,
.end:focus-visible::after {
  inset: 3px 9px;
  border-radius: 2px;
  background: var(--now);
}
.when {
  font-size: 13.5px;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: 24px minmax(0, 1fr) auto;
    padding: 6px 8px 8px 12px;
  }
  .lanes {
    grid-row: 2;
    grid-column: 2 / -1;
    min-height: 36px;
  }
  .when {
    grid-row: 3;
    grid-column: 2 / -1;
  }
}
</style>
