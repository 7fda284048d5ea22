<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { effortWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";

/** Seven days: what is planned against one's own minutes. */
const { today } = defineProps<{ today: Shapes["Today"] }>();
const { t } = useI18n();
const times = useTimes(() => today.zone);
const most = computed(() => Math.max(60, ...today.days.map((d) => Math.max(d.planned, d.budget, d.over))));
const share = (minutes: number): string => `${Math.min(100, (minutes / most.value) * 100)}%`;
</script>

<template>
  <section class="card strip" :aria-label="t('today.strip')">
    <div v-for="(day, n) in today.days" :key="day.day" class="day" :class="{ now: n === 0 }">
      <b class="figures">{{ times.lane(day.day) }}</b>
      <span class="track" aria-hidden="true">
        <i class="budget" :style="{ height: share(day.budget) }" />
        <i class="planned" :style="{ height: share(day.planned) }" />
      </span>
      <span class="figures">{{ effortWords(day.planned, t) }}</span>
      <span class="due">{{ t("today.dueCount", { n: day.due }, day.due) }}</span>
      <span v-if="day.over" class="over">{{ t("today.over", { minutes: effortWords(day.over, t) }) }}</span>
    </div>
  </section>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
}
.day {
  display: flex;
  flex-direction: column;
  gap: 3px;
  padding: 9px 12px;
  border-left: 1px solid var(--rule-faint);
  font-size: 13px;
}
.day:first-child {
  border: 0;
}
.now {
  background: var(--now-wash);
  box-shadow: inset 0 3px 0 var(--now);
}
.track {
  position: relative;
  height: 46px;
  border-bottom: 1px solid var(--ink-soft);
}
.track i {
  position: absolute;
  bottom: 0;
  left: 0;
  width: 26px;
}
.budget {
  border: 1px dashed var(--ink-soft);
  border-bottom: 0;
}
.planned {
  background: var(--span);
}
.due {
  color: var(--ink-soft);
}
.over {
  color: var(--late);
  font-weight: 700;
}
@media screen and (max-width: 719px) {
  .strip {
    grid-template-columns: repeat(7, 84px);
    overflow-x: auto;
  }
}
</style>
