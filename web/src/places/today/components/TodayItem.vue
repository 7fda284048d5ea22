<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { effortWords, mayContinue, startedWords, tileOf, waitWords, wantWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";

/** One thing to do, with the time it takes and its deadline. `first`: the next thing of all; `later`: begun now, due later. */
const {
  row,
  now,
  n,
  first,
  later = false,
} = defineProps<{
  row: Shapes["TodayRow"];
  now: string;
  n: number | null;
  first: boolean;
  later?: boolean;
}>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => row.zone);
const effort = computed(() => {
  const part = effortWords(row.minutes, t);
  return row.minutes === row.whole_minutes
    ? part
    : t("today.of", { part, whole: effortWords(row.whole_minutes, t) });
});
const begun = computed(() => Object.keys(row.started).length > 0);
const asked = computed(() => wantWords(row, t, times.value));
const act = computed(() => {
  if (mayContinue(row)) return t("action.continue");
  return t(first ? "today.begin" : "today.open");
});
</script>

<template>
  <li class="row" :class="{ first }">
    <span class="figures number" aria-hidden="true">{{ n ?? "" }}</span>
    <StateTile :tile="tileOf(row)" :size="18" :word="t(`state.${row.state}`)" />
    <div class="what">
      <RouterLink :to="itemPath(row.slug, row.item.id)" class="name" data-today>{{
        row.item.title
      }}</RouterLink>
      <span class="code">{{ row.code }} · {{ kinds.word(row.kind) }}</span>
      <span v-if="asked" class="code">{{ asked }}</span>
      <span v-else-if="begun" class="code">{{ startedWords(row.started, t, now) }}</span>
      <span v-if="row.waits_for.length || row.choices.length" class="code"
        >{{ t("today.locked", { items: waitWords(row, t) }) }}
      </span>
    </div>
    <span class="figures effort">{{ effort }}</span>
    <div class="when">
      <template v-if="row.due">
        <span :class="{ 'font-bold text-late': row.overdue }">{{
          t("today.due", { at: times.moment(row.due) })
        }}</span>
        <span class="sub">{{
          later && row.start_by
            ? t("today.startBy", { at: times.day(row.start_by) })
            : times.relative(row.due, now)
        }}</span>
      </template>
    </div>
    <UiButton
      v-if="row.open"
      :look="first ? 'main' : 'plain'"
      :to="itemPath(row.slug, row.item.id)"
      :aria-label="`${act}: ${row.item.title}`"
      >{{ act }}</UiButton
    >
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 26px 24px minmax(0, 1fr) 150px 210px 84px;
  gap: 8px;
  align-items: center;
  padding: 7px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.row:last-child {
  border: 0;
}
.first {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.number {
  color: var(--ink-soft);
  text-align: right;
}
.name {
  display: block;
  overflow-wrap: anywhere;
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.name:hover {
  text-decoration: underline;
}
.code,
.sub {
  display: block;
  color: var(--ink-soft);
  font-size: 13px;
}
.effort {
  text-align: right;
}
.when {
  padding-left: 10px;
  font-size: 14px;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: 24px minmax(0, 1fr) auto;
  }
  .number {
    display: none;
  }
  .effort {
    grid-column: 2;
    grid-row: 2;
    text-align: left;
  }
  .when {
    grid-column: 2 / 4;
    grid-row: 3;
    padding: 0;
  }
}
</style>
