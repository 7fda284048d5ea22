<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import PartHead from "./PartHead.vue";
import SheetRow from "./SheetRow.vue";

const { module, sheet, slug, nowAt } = defineProps<{
  module: Shapes["SheetModule"];
  sheet: Shapes["Sheet"];
  slug: string;
  nowAt: number | null;
}>();
const { t } = useI18n();
const folded = ref<Record<number, boolean>>({});
const groups = computed(() => {
  const loose = { id: 0, title: "", rows: module.rows.filter((r) => r.part_id === null) };
  const parts = module.parts.map((p) => ({ ...p, rows: module.rows.filter((r) => r.part_id === p.id) }));
  return [loose, ...parts].filter((g) => g.rows.length);
});
const doneOf = (rows: Shapes["Row"][]): string =>
  t("week.partDone", { done: rows.filter((r) => r.done).length, all: rows.length });
const isFolded = (id: number): boolean => folded.value[id] ?? false;
</script>

<template>
  <section :aria-label="module.title">
    <template v-for="group in groups" :key="group.id">
      <PartHead
        v-if="group.id"
        :title="group.title"
        :done="doneOf(group.rows)"
        :folded="isFolded(group.id)"
        @fold="folded[group.id] = !isFolded(group.id)"
      />
      <template v-if="!isFolded(group.id)">
        <SheetRow
          v-for="row in group.rows"
          :key="row.id"
          :row="row"
          :slug="slug"
          :zone="sheet.zone"
          :now="sheet.now"
          :first-day="sheet.first_day"
          :now-at="nowAt"
          :current="row.id === sheet.next_item_id"
        />
      </template>
    </template>
    <p class="relative z-[4] bg-sheet px-3 py-2 text-[13.5px] text-soft sm:pl-9">
      <template v-if="!module.held_open_by.length">{{
        t("week.complete", { title: module.title })
      }}</template>
      <template v-else>
        {{ t("week.heldOpen") }}
        <template v-for="(item, n) in module.held_open_by" :key="item.id">
          <template v-if="n">, </template
          ><RouterLink :to="itemPath(slug, item.id)">{{ item.title }}</RouterLink>
        </template>
      </template>
    </p>
  </section>
</template>
