<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** Where one's own score stands among the class's: middle half, median, own. */
const { strip, own, possible } = defineProps<{
  strip: Shapes["Strip"] | undefined;
  own: string | null;
  possible: string;
}>();
const { t } = useI18n();
const at = (points: number): number => Math.min(100, Math.max(0, (points / (Number(possible) || 1)) * 100));
const label = computed(() =>
  strip
    ? t("standing.strip", {
        own: own ?? "–",
        n: strip.n,
        low: strip.lower_quartile,
        high: strip.upper_quartile,
        median: strip.median,
      })
    : "",
);
</script>

<template>
  <div v-if="strip" class="strip" role="img" :aria-label="label" :title="label">
    <div class="line" />
    <div
      class="box"
      :style="{
        left: `${at(strip.lower_quartile)}%`,
        width: `${at(strip.upper_quartile) - at(strip.lower_quartile)}%`,
      }"
    />
    <div class="median" :style="{ left: `${at(strip.median)}%` }" />
    <div v-if="own !== null" class="own" :style="{ left: `${at(Number(own))}%` }" />
  </div>
  <span v-else class="text-[13px] text-soft">{{ t("standing.few") }}</span>
</template>

<style scoped>
.strip {
  position: relative;
  width: 170px;
  height: 22px;
}
.strip div {
  position: absolute;
}
.line {
  top: 10.5px;
  right: 0;
  left: 0;
  height: 1px;
  background: var(--span);
}
.box {
  top: 6px;
  height: 10px;
  border: 1px solid var(--span);
  background: var(--wash);
}
.median {
  top: 3px;
  width: 2px;
  height: 16px;
  background: var(--ink-soft);
}
.own {
  top: 5px;
  width: 12px;
  height: 12px;
  background: var(--deep);
  transform: translateX(-6px) rotate(45deg);
}
</style>
