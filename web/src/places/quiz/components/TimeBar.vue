<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import { lengthWords } from "@/ui/moment/lengths";

/** The time of an attempt as a bar: what has run, a mark where each answer was kept, what is left. */
const { taking, left, warned } = defineProps<{
  taking: Shapes["Taking"];
  left: number;
  warned: number;
}>();
const { t } = useI18n();
const times = useTimes(() => taking.zone);
const [SMALL, NEAR] = [12, 88];
const whole = computed(() =>
  taking.ends_at ? Date.parse(taking.ends_at) - Date.parse(taking.started_at) : 1,
);
const share = computed(() => Math.min(100, Math.max(0, 100 * (1 - left / whole.value))));
const marks = computed(() =>
  taking.questions
    .filter((q) => q.saved_at && q.state !== "empty")
    .map((q) => (100 * (Date.parse(q.saved_at ?? "") - Date.parse(taking.started_at))) / whole.value)
    .filter((at) => at > 0 && at < share.value),
);
const flag = computed(() => Math.min(NEAR, Math.max(SMALL, share.value)));
const minutes = computed(() => Math.round(whole.value / 6000) / 10);
</script>

<template>
  <div class="time" :class="{ short: warned }">
    <span class="flag figures" :style="{ left: `${flag}%` }" role="timer" :aria-label="t('quiz.timeLeft')">
      {{ t("quiz.left", { time: lengthWords(Math.ceil(left / 1000)) }) }}
    </span>
    <div class="bar" aria-hidden="true">
      <span class="run" :style="{ width: `${share}%` }" />
      <span v-for="at in marks" :key="at" class="mark" :style="{ left: `${at}%` }" />
      <span class="now" :style="{ left: `${share}%` }" />
    </div>
    <div class="ends figures">
      <span>{{ t("quiz.begun", { at: times.clock(taking.started_at) }) }}</span>
      <span v-if="taking.ends_at">{{
        t("quiz.byItself", { n: minutes, at: times.clock(taking.ends_at) })
      }}</span>
    </div>
    <p class="sr-only" role="status">{{ warned ? t("quiz.warned", { n: warned }, warned) : "" }}</p>
  </div>
</template>

<style scoped>
.time {
  position: relative;
  padding-top: 24px;
}
.flag {
  position: absolute;
  top: 0;
  padding: 0 6px;
  border-radius: 2px;
  background: var(--now);
  color: var(--on-now);
  font-size: 12.5px;
  font-weight: 700;
  transform: translateX(-50%);
  white-space: nowrap;
}
.bar {
  position: relative;
  height: 10px;
  background: var(--rule-faint);
}
.run {
  position: absolute;
  inset: 0 auto 0 0;
  background: color-mix(in srgb, var(--deep) 45%, var(--sheet));
}
.mark {
  position: absolute;
  top: -2px;
  width: 2px;
  height: 14px;
  background: var(--ground);
}
.now {
  position: absolute;
  top: -6px;
  width: 2px;
  height: 22px;
  background: var(--now);
}
.short .flag {
  background: var(--late);
  color: var(--sheet);
}
.short .now {
  background: var(--late);
}
.ends {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 16px;
  margin-top: 4px;
  color: var(--ink-soft);
  font-size: 12.5px;
}
</style>
