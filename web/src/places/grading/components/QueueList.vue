<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { gradePath } from "@/frame/addresses";
import { lateWords } from "@/items/model/states";
import StateTile, { type Tile } from "@/ui/tile/StateTile.vue";

const { queue, slug, id, person } = defineProps<{
  queue: Shapes["Queue"];
  slug: string;
  id: number;
  person: number | null;
  /** By which the class is measured now. */
  criterion: number | null;
}>();
const { t } = useI18n();
const TILES: Record<Shapes["QueueRow"]["state"], Tile> = {
  waiting: "handed",
  given_back: "todo",
  held: "held",
  released: "done",
  started: "started",
  nothing: "todo",
  excused: "excused",
};
</script>

<template>
  <nav :aria-label="t('grading.queue')">
    <RouterLink
      v-for="row in queue.rows"
      :key="row.person_id"
      :to="{ path: gradePath(slug, id, row.person_id), query: criterion ? { criterion } : {} }"
      class="entry"
      :class="{ on: row.person_id === person }"
      :aria-current="row.person_id === person ? 'page' : undefined"
    >
      <StateTile :tile="TILES[row.state]" :size="15" :word="t(`grading.state.${row.state}`)" />
      <span class="min-w-0 flex-1 overflow-hidden text-ellipsis whitespace-nowrap"
        >{{ row.name
        }}<span v-if="row.group" class="ml-1.5 text-[13px] font-normal text-soft">{{ row.group }}</span></span
      >
      <span v-if="criterion && row.measured.includes(criterion)" class="text-[12.5px] text-soft">{{
        t("criterion.has")
      }}</span>
      <span v-if="row.marked" class="text-[12.5px] text-soft">{{ t("second.marked") }}</span>
      <span v-if="row.late_seconds" class="figures text-late">{{ lateWords(row.late_seconds, t) }}</span>
      <span class="figures">{{ row.score ?? "" }}</span>
    </RouterLink>
  </nav>
</template>

<style scoped>
.entry {
  display: flex;
  gap: 9px;
  align-items: center;
  min-height: 32px;
  padding: 3px 14px 3px 24px;
  color: var(--ink);
  font-size: 14.5px;
  text-decoration: none;
}
.entry:hover {
  background: var(--wash);
}
.on {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
  font-weight: 650;
}
</style>
