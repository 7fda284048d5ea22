<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useTimes } from "@/ui/moment/zones";
import { drawSpan } from "@/items/model/lanes";
import type { Row } from "@/items/model/states";

/** One item's span over the seven days; `mini` is the one-line form for narrow screens. */
const {
  row,
  firstDay,
  zone,
  now = null,
  mini = false,
} = defineProps<{
  row: Row;
  firstDay: string;
  zone: string;
  now?: number | null;
  mini?: boolean;
}>();
const { t } = useI18n();
const times = useTimes(() => zone);
const drawn = computed(() => drawSpan(row, firstDay, zone));
const DAY_MS = 24 * 3600 * 1000;
const days = computed(() => {
  const first = Date.parse(`${firstDay}T00:00Z`);
  return [0, 1, 2, 3, 4, 5, 6].map((n) =>
    times.value.lane(new Date(first + n * DAY_MS).toISOString().slice(0, 10)),
  );
});
const look = computed(() => {
  if (row.done) return "done";
  if (row.state === "locked" || row.state === "not_open") return "locked";
  return row.state === "started" ? "active" : "";
});
const label = computed(() => {
  if (!row.due && !row.closes && !row.opens) return t("span.noDue");
  return t("span.bar", {
    opens: row.opens ? times.value.moment(row.opens) : t("span.anyTime"),
    due: row.due ? times.value.moment(row.due) : t("span.never"),
    closes: row.closes ? times.value.moment(row.closes) : t("span.never"),
  });
});
</script>

<template>
  <div class="lanes" :class="{ mini }" role="img" :aria-label="label">
    <i
      v-if="drawn.bar"
      class="bar"
      :class="look"
      :style="{ left: `${drawn.bar.left}%`, width: `${drawn.bar.width}%` }"
    />
    <i
      v-if="drawn.grace"
      class="grace"
      :style="{ left: `${drawn.grace.left}%`, width: `${drawn.grace.width}%` }"
    />
    <i v-for="part in drawn.parts" :key="part" class="due part" :style="{ left: `${part}%` }" />
    <i v-if="drawn.due !== null" class="due" :style="{ left: `${drawn.due}%` }" />
    <i v-if="drawn.notch !== null" class="notch" :style="{ left: `${drawn.notch}%` }" />
    <i v-if="drawn.dot !== null && !mini" class="dot" :style="{ left: `${drawn.dot}%` }" />
    <i v-if="mini && now !== null" class="now" :style="{ left: `${now}%` }" />
    <span v-if="mini" class="days" aria-hidden="true"
      ><span v-for="day in days" :key="day">{{ day }}</span></span
    >
  </div>
</template>

<style scoped>
.lanes {
  position: relative;
  align-self: stretch;
  background: linear-gradient(90deg, var(--rule-faint) 1px, transparent 1px) 0 0 / calc(100% / 7) 100%;
}
.lanes i {
  position: absolute;
  display: block;
}
.bar {
  top: calc(50% - 4px);
  height: 9px;
  border-radius: 1px;
  background: var(--span);
}
.active {
  background: var(--deep);
}
.done {
  background: var(--span-done);
}
.locked {
  border: 1px solid var(--span);
  background: repeating-linear-gradient(135deg, var(--span) 0 2px, var(--sheet) 2px 5px);
}
.grace {
  top: calc(50% - 4px);
  height: 9px;
  border: 1px solid var(--late);
  border-left: 0;
  background: repeating-linear-gradient(135deg, var(--late) 0 1.5px, var(--sheet) 1.5px 5px);
  opacity: 0.65;
}
.due {
  top: calc(50% - 10px);
  width: 2.5px;
  height: 21px;
  margin-left: -1.25px;
  background: var(--ink);
}
.part {
  top: calc(50% - 7px);
  height: 15px;
}
.notch {
  top: calc(50% + 6px);
  margin-left: -5px;
  border: 5px solid transparent;
  border-top: 0;
  border-bottom: 7px solid var(--ink);
}
.dot {
  top: calc(50% - 6px);
  width: 12px;
  height: 12px;
  margin-left: -6px;
  border: 3px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
}
.mini {
  height: 10px;
  border-bottom: 1px solid var(--rule-faint);
}
.days {
  position: absolute;
  top: 12px;
  right: 0;
  left: 0;
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  color: var(--ink-soft);
  font: 10.5px/1 var(--font-mono);
}
.mini .bar,
.mini .grace {
  top: 2px;
  height: 6px;
}
.mini .due {
  top: -1px;
  width: 2px;
  height: 11px;
}
.mini .notch {
  display: none;
}
.now {
  top: -3px;
  width: 2px;
  height: 15px;
  background: var(--now);
}
</style>
