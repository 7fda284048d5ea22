<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";
import { mayContinue, stateDetail, stateWord, tileOf, waitsOf, type Row } from "@/items/model/states";

/** Tile, state words and the one next action of an item. */
const { row, slug, zone, now, main } = defineProps<{
  row: Row;
  slug: string;
  zone: string;
  now: string;
  main: boolean;
}>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => zone);
const word = computed(() => stateWord(row, t, times.value));
const detail = computed(() => stateDetail(row, t, times.value, now));
const action = computed(() => {
  if (mayContinue(row)) return t("action.continue");
  if (row.state === "to_do" || (row.state === "missing" && row.open)) {
    if (row.kind === "page") return t("action.read");
    return row.kind === "acknowledgement" ? t("action.acknowledge") : t("action.open");
  }
  return "";
});
const waits = computed(() => waitsOf(row, t));
const count = computed(() => row.of_class);
const gradeWord = (found: { waiting: number }): string =>
  found.waiting ? t("action.grade", { n: found.waiting }) : t("action.gradeNone");
</script>

<template>
  <div v-if="count" class="flex items-center gap-2.5 leading-tight">
    <span class="flex-1 text-[14px]">
      {{ t("ofClass.done", { done: count.done, all: count.students }) }}
      <span class="block text-[12.5px] text-soft">
        <template v-if="count.started">{{ t("ofClass.started", { n: count.started }) }}</template>
        <template v-if="count.held"> · {{ t("ofClass.held", { n: count.held }) }}</template>
      </span>
    </span>
    <UiButton
      v-if="kinds.scorePath(row.kind, slug, row.id) && row.points"
      :to="kinds.scorePath(row.kind, slug, row.id)"
      :aria-label="`${gradeWord(count)}: ${row.title}`"
    >
      {{ gradeWord(count) }}
    </UiButton>
  </div>
  <div v-else class="flex items-center gap-2.5 leading-tight">
    <StateTile :tile="tileOf(row)" />
    <span class="words min-w-0 flex-1">
      <b class="font-semibold" :class="{ 'text-late': row.state === 'missing' }">{{ word }}</b>
      <span v-if="waits.length" class="block text-[12.5px] text-soft">
        {{ t("detail.after") }}
        <template v-for="(wait, n) in waits" :key="n">
          <template v-if="wait.before">{{ wait.before }}</template><RouterLink
            :to="itemPath(slug, wait.id)"
            >{{ wait.title }}</RouterLink
          >
          <template v-if="row.wait_percents[wait.id]">{{
            ` ${t("detail.percent", { n: row.wait_percents[wait.id] })}`
          }}</template>
        </template>
        <template v-if="row.or_at">, {{ t("detail.orAt", { at: times.moment(row.or_at) }) }}</template>
        <template v-if="row.by_hand">, {{ t("detail.byHand") }}</template>
      </span>
      <span v-else-if="row.by_hand" class="block text-[12.5px] text-soft">{{ t("detail.byHand") }}</span>
      <span v-else class="block text-[12.5px] text-soft">{{ detail }}</span>
    </span>
    <UiButton
      v-if="action"
      :look="main ? 'main' : 'plain'"
      :to="itemPath(slug, row.id)"
      :aria-label="`${action}: ${row.title}`"
    >
      {{ action }}
    </UiButton>
  </div>
</template>
