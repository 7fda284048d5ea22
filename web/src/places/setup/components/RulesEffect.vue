<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { type Band } from "../model/grading";

/** Whom the rules would move: each on the scale, from where they stand to where they would. */
const { effect, bands } = defineProps<{ effect: Shapes["GradingEffect"]; bands: Band[] }>();
const { t } = useI18n();
type Row = Shapes["GradingEffect"]["rows"][number];

const ends = computed(() => {
  const all = effect.rows.flatMap((row) => [row.before, row.after]).filter((one) => one !== null);
  const figures = all.map(Number);
  const low = Math.max(0, Math.floor(Math.min(...figures, 100) / 10) * 10 - 5);
  return { low, high: Math.max(100, ...figures) };
});
const at = (value: string | number | null): number =>
  ((Number(value ?? ends.value.low) - ends.value.low) / (ends.value.high - ends.value.low)) * 100;
const track = (row: Row) => {
  const [a, b] = [at(row.before ?? row.after), at(row.after ?? row.before)];
  return { left: `${Math.min(a, b)}%`, width: `${Math.max(Math.abs(b - a), 0.8)}%` };
};
const words = (value: string | null, band: string | null): string =>
  value === null ? t("weighing.noTotal") : [value, band].filter(Boolean).join(" ");
const signed = (by: string | null): string =>
  by === null ? "" : Number(by) > 0 ? `+${by}` : by.replace("-", "−");
</script>

<template>
  <div>
    <ul class="mt-2">
      <li v-for="row in effect.rows" :key="row.person_id" class="mover">
        <span class="name" :title="row.section">{{ row.name }}</span>
        <span class="figures by" :class="{ 'text-late': Number(row.by) < 0 }">{{ signed(row.by) }}</span>
        <span class="figures from"
          >{{ words(row.before, row.band_before) }} →
          <b :class="{ other: row.band_before !== row.band_after }">{{
            words(row.after, row.band_after)
          }}</b></span
        >
        <span class="track" aria-hidden="true">
          <s v-for="(band, n) in bands" :key="n" :style="{ left: `${at(band.lower)}%` }" />
          <i :class="{ down: Number(row.by) < 0 }" :style="track(row)" />
          <u :style="{ left: `${at(row.after ?? row.before)}%` }" />
        </span>
      </li>
    </ul>
    <p v-if="effect.moved > effect.rows.length" class="mt-2 text-[14px] text-soft">
      {{ t("weighing.more", { n: effect.moved - effect.rows.length }) }}
    </p>
  </div>
</template>

<style scoped>
.mover {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 5px 0;
  border-top: 1px solid var(--rule-faint);
  font-size: 14.5px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.by {
  text-align: right;
}
.from {
  grid-column: 1 / -1;
  color: var(--ink-soft);
  font-size: 13px;
}
.from b {
  font-weight: 600;
  color: var(--ink);
}
.from b.other {
  padding: 0 4px;
  background: var(--now-wash);
}
.track {
  position: relative;
  grid-column: 1 / -1;
  height: 9px;
  margin-top: 2px;
  border-bottom: 1px solid var(--rule);
}
.track > * {
  position: absolute;
  bottom: 0;
}
.track s {
  width: 1px;
  height: 7px;
  background: var(--rule);
}
.track i {
  height: 4px;
  background: var(--span);
}
.track i.down {
  background: var(--late);
}
.track u {
  width: 3px;
  height: 9px;
  margin-left: -1px;
  background: var(--ink);
}
</style>
