<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed, useSlots } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { itemPath } from "@/frame/addresses";
import type { Row } from "@/items/model/states";
import { effortWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import RowState from "./RowState.vue";
import SpanLanes from "./SpanLanes.vue";

const {
  row,
  slug,
  zone,
  now,
  firstDay,
  nowAt,
  current,
  note = "",
} = defineProps<{
  row: Row;
  slug: string;
  zone: string;
  now: string;
  firstDay: string | null;
  nowAt: number | null;
  current: boolean;
  note?: string;
}>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => zone);
const slots = useSlots();
const facts = computed(() => {
  const parts = [kinds.word(row.kind)];
  if (row.due) parts.push(t("size.due", { at: times.value.moment(row.due) }));
  if (note) parts.unshift(note);
  if (row.pages) parts.push(t("slides.pages", { n: row.pages }, row.pages));
  if (row.minutes) parts.push(effortWords(row.minutes, t));
  if (row.points !== null) parts.push(t("size.points", { n: row.points }, row.points));
  if (!row.required) parts.push(t("size.optional"));
  if (row.practice) parts.push(t("size.practice"));
  if (!row.published && !slots.opening) parts.push(t("size.draft"));
  return parts.join(" · ");
});
</script>

<template>
  <div
    v-if="kinds.kindOf(row.kind)?.heading"
    class="heading"
    :class="{ hidden_: !row.published }"
    :data-item="row.id"
  >
    <slot name="number" />
    <slot name="title"
      ><h3>{{ row.title }}</h3></slot
    >
    <slot name="opening"
      ><span v-if="!row.published" class="text-[12.5px] text-soft">{{ t("size.draft") }}</span></slot
    >
    <span class="ml-auto"><slot name="menu" /></span>
  </div>
  <div
    v-else
    class="row"
    :class="{ current, undated: !firstDay, hidden_: !row.published, stated: !row.of_class }"
    :data-item="row.id"
  >
    <span class="number"
      ><slot name="number">{{ row.number }}</slot></span
    >
    <div class="title">
      <slot name="title">
        <RouterLink :to="itemPath(slug, row.id)" class="name">{{ row.title }}</RouterLink>
      </slot>
      <div class="facts">
        {{ facts }}<template v-if="$slots.opening"> · <slot name="opening" /></template>
      </div>
      <div v-if="row.hint" class="facts hint">{{ row.hint }}</div>
    </div>
    <div v-if="firstDay" class="wide lanes-cell">
      <SpanLanes class="h-full" :row="row" :first-day="firstDay" :zone="zone" />
      <slot name="ends" />
    </div>
    <SpanLanes
      v-if="firstDay && (row.due || row.closes)"
      class="narrow"
      mini
      :row="row"
      :first-day="firstDay"
      :zone="zone"
      :now="nowAt"
    />
    <RowState class="state" :row="row" :slug="slug" :zone="zone" :now="now" :main="current" />
    <slot name="menu" />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: var(--sheet-columns);
  min-height: 47px;
  align-items: center;
  border-bottom: 1px solid var(--rule-faint);
}
.heading {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 32px;
  padding: 4px 14px 2px 12px;
  border-bottom: 1px solid var(--rule-faint);
  font: 650 14px var(--font-head);
}
.lanes-cell {
  position: relative;
  align-self: stretch;
}
.current {
  background: color-mix(in srgb, var(--now-wash) 60%, var(--sheet));
}
.hidden_ .title {
  opacity: 0.75;
}
.number {
  padding-right: 10px;
  color: var(--ink-soft);
  font: 12px var(--font-mono);
  text-align: right;
}
.title {
  min-width: 0;
  padding: 5px 10px 5px 0;
  line-height: 1.25;
}
.title :deep(.name) {
  display: inline-block;
  min-height: 24px;
}
.name {
  color: var(--ink);
  font-weight: 650;
  overflow-wrap: anywhere;
}
.facts {
  color: var(--ink-soft);
  font-size: 12.5px;
}
.state {
  padding: 4px 14px 4px 12px;
}
.narrow {
  display: none;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-areas: "mark title action" "mark words action" "mini mini mini";
    grid-template-columns: 22px 1fr auto;
    gap: 0 10px;
    padding: 9px 14px;
  }
  .wide,
  .stated .number {
    display: none;
  }
  .number {
    grid-area: mark;
    align-self: start;
    padding: 3px 0 0;
    text-align: left;
  }
  .title {
    grid-area: title;
    padding: 0;
  }
  .state {
    grid-area: words;
    padding: 0;
  }
  .stated .state {
    display: contents;
  }
  .stated .state :deep(.tile) {
    grid-area: mark;
    align-self: start;
  }
  .stated .state :deep(.words) {
    grid-area: words;
    font-size: 13px;
  }
  .stated .state :deep(.words b) {
    margin-right: 5px;
  }
  .stated .state :deep(.words span) {
    display: inline;
    font-size: 13px;
  }
  .stated .state :deep(.ui-button) {
    grid-area: action;
  }
  .narrow {
    display: block;
    grid-area: mini;
    margin: 6px 0 12px;
  }
}
</style>
