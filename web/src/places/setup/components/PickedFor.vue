<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { usePicked } from "../model/picked";

/** What was picked for items that are there: which goes to which is proposed, and changed before it is done. */
const { found, busy } = defineProps<{ found: Shapes["PickedOut"]; busy: boolean }>();
const emit = defineEmits<{ place: [items: Shapes["PlaceOne"][]] }>();
const { t } = useI18n();
interface Row {
  index: number;
  item_id: number | null;
}
const { rows, done } = usePicked<Row>(
  () => found.items,
  ({ index, item_id }) => ({ index, item_id: item_id ?? null }),
);
const content = (row: Row) => found.items.find((one) => one.index === row.index);
const target = (id: number | null) => found.targets.find((one) => one.item_id === id);
const chosen = computed(() => rows.value.filter((row) => row.item_id !== null));
const isTwice = (row: Row): boolean =>
  row.item_id !== null && chosen.value.filter((one) => one.item_id === row.item_id).length > 1;
const twice = computed(() => chosen.value.some(isTwice));
const bare = computed(
  () =>
    found.targets.filter((one) => !one.linked && !chosen.value.some((row) => row.item_id === one.item_id))
      .length,
);
function note(row: Row): string {
  const at = target(row.item_id);
  if (!at) return t("links.leftOut");
  if (isTwice(row)) return t("links.twice");
  const theirs = Number(content(row)?.points || Number.NaN);
  const said = [
    at.linked ? t("links.givesWay") : "",
    at.points !== null && !Number.isNaN(theirs) && theirs !== at.points
      ? t("links.otherPoints", { theirs, ours: at.points })
      : "",
  ];
  return said.filter(Boolean).join(" ");
}
const place = () =>
  emit(
    "place",
    chosen.value.map(({ index, item_id }) => ({ index, item_id, title: "", take_dates: false })),
  );
defineExpose({ done });
</script>

<template>
  <form class="grid max-w-[900px] gap-3" @submit.prevent="place">
    <p class="text-[14px] text-soft">{{ t("links.keepsOwn") }}</p>
    <table class="pairs">
      <thead>
        <tr>
          <th scope="col">{{ t("links.there") }}</th>
          <th scope="col">{{ t("links.forItem") }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.index">
          <th scope="row">{{ content(row)?.title }}</th>
          <td>
            <select
              v-model="row.item_id"
              class="field"
              :aria-label="t('links.forWhich', { title: content(row)?.title ?? '' })"
            >
              <option :value="null">{{ t("links.noItem") }}</option>
              <option v-for="one in found.targets" :key="one.item_id" :value="one.item_id">
                {{ one.title }} ({{ one.place }})
              </option>
            </select>
            <span v-if="note(row)" class="text-[13px]" :class="isTwice(row) ? 'text-late' : 'text-soft'">{{
              note(row)
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <slot />
    <p v-if="bare" class="text-[14px] text-soft">{{ t("links.stillBare", { n: bare }, bare) }}</p>
    <p class="flex gap-2">
      <UiButton look="main" type="submit" :disabled="!chosen.length || twice || busy">{{
        t("links.fill", { n: chosen.length }, chosen.length)
      }}</UiButton>
      <slot name="leave" />
    </p>
  </form>
</template>

<style scoped>
.pairs {
  width: 100%;
  border-collapse: collapse;
}
.pairs th,
.pairs td {
  padding: 6px 12px 6px 0;
  border-bottom: 1px solid var(--rule-faint);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}
.pairs thead th {
  color: var(--ink-soft);
  font-size: 13px;
}
.pairs tbody th {
  width: 45%;
  padding-top: 12px;
  font-weight: 600;
}
@media screen and (max-width: 719px) {
  .pairs thead {
    display: none;
  }
  .pairs tbody th,
  .pairs td {
    display: block;
    width: auto;
    padding-right: 0;
  }
  .pairs tbody th {
    padding-bottom: 0;
    border-bottom: 0;
  }
}
</style>
