<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** The class's scores as fine ticks, one's own tall among them; the figures in words when it is pressed. */
const { strip, own, possible } = defineProps<{
  strip: Shapes["Strip"] | undefined;
  own: string | null;
  possible: string;
}>();
const { t } = useI18n();
const told = ref(false);
const [BASE, STEP, TALLEST] = [6, 2, 14];
const height = (n: number): number => Math.min(TALLEST, BASE + STEP * (n - 1));
const mine = computed(() =>
  own === null ? null : Math.min(100, Math.max(0, (Number(own) / (Number(possible) || 1)) * 100)),
);
const words = computed(() =>
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
  <button
    v-if="strip"
    type="button"
    class="strip"
    :aria-expanded="told"
    :aria-label="words"
    @click="told = !told"
  >
    <span class="ticks" aria-hidden="true">
      <i
        v-for="tick in strip.ticks"
        :key="tick.at"
        :style="{ left: `${tick.at}%`, height: `${height(tick.n)}px` }"
      />
      <b v-if="mine !== null" :style="{ left: `${mine}%` }" />
    </span>
    <span v-if="told" class="block max-w-[24ch] text-left text-[13px] text-soft">{{ words }}</span>
  </button>
  <span v-else class="text-[13px] text-soft">{{ t("standing.few") }}</span>
</template>

<style scoped>
.strip {
  min-width: 170px;
  min-height: 24px;
}
.ticks {
  position: relative;
  display: block;
  height: 22px;
  margin: 0 3px;
}
.ticks i,
.ticks b {
  position: absolute;
  bottom: 2px;
  width: 1px;
  background: var(--ink-soft);
}
.ticks b {
  width: 3px;
  height: 20px;
  margin-left: -1px;
  background: var(--deep);
}
@media print {
  .ticks i,
  .ticks b {
    print-color-adjust: exact;
  }
}
</style>
