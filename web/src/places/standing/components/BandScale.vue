<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** The grading bands as a scale with floor, current and ceiling on it. */
const { standing } = defineProps<{ standing: Shapes["Standing"] }>();
const { t } = useI18n();
const FULL = 100;
const ROOM = 0.55;

const value = (total: Shapes["Total"]): number | null => (total.value === null ? null : Number(total.value));
const floor = computed(() => value(standing.floor));
const current = computed(() => value(standing.current));
const ceiling = computed(() => value(standing.ceiling));
const top = computed(() => Math.max(FULL, ceiling.value ?? FULL, current.value ?? FULL));
const low = computed(() => {
  const bounds = standing.bands.map((b) => b.lower).filter((b) => b > 0);
  const lowest = Math.min(...bounds, floor.value ?? FULL, current.value ?? FULL, FULL * ROOM);
  return Math.max(0, Math.floor(lowest / 10) * 10 - 5);
});
const x = (v: number): number =>
  ((Math.min(top.value, Math.max(low.value, v)) - low.value) / (top.value - low.value)) * FULL;
const bands = computed(() => {
  const sorted = [...standing.bands].sort((a, b) => a.lower - b.lower);
  return sorted
    .map((band, n) => ({
      ...band,
      from: Math.max(low.value, band.lower),
      to: sorted[n + 1]?.lower ?? top.value,
    }))
    .filter((band) => band.to > low.value);
});
const label = computed(() =>
  [
    [t("standing.floor"), standing.floor.value],
    [t("standing.current"), standing.current.value],
    [t("standing.ceiling"), standing.ceiling.value],
    ...standing.bands.map((b) => [b.name, String(b.lower)]),
  ]
    .filter(([, v]) => v !== null)
    .map(([name, v]) => `${name} ${v}`)
    .join(", "),
);
/** Tags stay on the sheet: at the left edge they begin at their mark, at the right edge they end there. */
const side = (v: number): string => (x(v) < 20 ? "start" : x(v) > 62 ? "end" : "middle");
</script>

<template>
  <div class="scale" role="img" :aria-label="`${t('standing.scale')}: ${label}`">
    <div class="axis">
      <div
        v-for="band in bands"
        :key="band.name"
        class="band"
        :style="{ width: `${x(band.to) - x(band.from)}%` }"
      >
        <b>{{ band.name }}</b>
        <span v-if="band.from === band.lower && band.lower > 0">{{ band.lower }}</span>
      </div>
    </div>
    <template v-if="floor !== null && ceiling !== null">
      <div class="range" :style="{ left: `${x(floor)}%`, width: `${x(ceiling) - x(floor)}%` }" />
      <div class="tag low" :class="side(floor)" :style="{ left: `${x(floor)}%` }">
        <b>{{ standing.floor.value }}</b> {{ t("standing.floor") }}<br /><span class="text-soft">{{
          t("standing.floorLine")
        }}</span>
      </div>
      <div class="tag" :class="side(ceiling)" :style="{ left: `${x(ceiling)}%` }">
        <b>{{ standing.ceiling.value }}</b> {{ t("standing.ceiling") }}<br /><span class="text-soft">{{
          t("standing.ceilingLine")
        }}</span>
      </div>
    </template>
    <template v-if="current !== null">
      <div class="current" :style="{ left: `${x(current)}%` }" />
      <div class="tag below" :class="side(current)" :style="{ left: `${x(current)}%` }">
        <b>{{ standing.current.value }}</b> {{ t("standing.current") }}
      </div>
    </template>
  </div>
</template>

<style scoped>
.scale {
  position: relative;
  height: 128px;
}
.axis {
  position: absolute;
  top: 48px;
  right: 0;
  left: 0;
  display: flex;
  height: 14px;
}
.band {
  position: relative;
  flex: none;
  border: 1px solid var(--rule);
  border-left: 0;
  background: var(--hatch);
}
.band:first-child {
  border-left: 1px solid var(--rule);
}
.band b {
  position: absolute;
  top: 17px;
  left: 6px;
  font: 650 13px var(--font-head);
}
.band span {
  position: absolute;
  top: 34px;
  left: 0;
  color: var(--ink-soft);
  font: 11px var(--font-mono);
  transform: translateX(-50%);
}
.range {
  position: absolute;
  top: 48px;
  height: 14px;
  border-right: 2px solid var(--ink);
  border-left: 2px solid var(--ink);
  background: repeating-linear-gradient(
    90deg,
    color-mix(in srgb, var(--deep) 25%, transparent) 0 3px,
    transparent 3px 6px
  );
}
.current {
  position: absolute;
  top: 40px;
  width: 4px;
  height: 24px;
  margin-left: -2px;
  background: var(--deep);
}
.tag {
  position: absolute;
  top: 4px;
  font-size: 12.5px;
  line-height: 1.2;
  white-space: nowrap;
}
.tag b {
  font: 700 14px var(--font-head);
}
.below {
  top: 102px;
}
.middle {
  transform: translateX(-50%);
  text-align: center;
}
.end {
  transform: translateX(-100%);
  text-align: right;
}
@media screen and (max-width: 719px) {
  .tag span {
    display: none;
  }
}
</style>
