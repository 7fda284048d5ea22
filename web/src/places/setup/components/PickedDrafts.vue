<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { usePicked } from "../model/picked";

/** What was picked, as drafts to be placed: with title, points and dates to be changed before. */
const { found, zone, busy } = defineProps<{ found: Shapes["PickedOut"]; zone: string; busy: boolean }>();
const emit = defineEmits<{ place: [items: Shapes["PlaceOne"][]] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
interface Row {
  index: number;
  take: boolean;
  title: string;
  points: string;
  take_dates: boolean;
}
const { rows, done } = usePicked<Row>(
  () => found.items,
  (one) => ({
    index: one.index,
    take: true,
    title: one.title,
    points: one.points,
    take_dates: Boolean(one.due),
  }),
);
const chosen = computed(() => rows.value.filter((row) => row.take));
const item = (row: Row) => found.items.find((one) => one.index === row.index);
function dates(row: Row): string {
  const one = item(row);
  const said = (["opens", "due", "closes"] as const).flatMap((name) => {
    const at = one?.[name];
    return at ? [t(`links.dates.${name}`, { at: times.value.moment(at) })] : [];
  });
  return said.join(", ");
}
function place(): void {
  const items = chosen.value.map(({ index, title, points, take_dates }) => ({
    index,
    title,
    points: points === "" ? null : Number(points),
    take_dates,
  }));
  emit("place", items);
}
defineExpose({ done });
</script>

<template>
  <form class="grid max-w-[900px] gap-3" @submit.prevent="place">
    <fieldset v-for="row in rows" :key="row.index" class="card grid gap-2 px-4 py-3">
      <legend class="sr-only">{{ item(row)?.title }}</legend>
      <UiCheck v-model="row.take" :label="t('links.takeIt')" />
      <div class="one">
        <label class="text-[14px]"
          >{{ t("links.itemTitle") }}
          <input v-model="row.title" class="field" required maxlength="200" :disabled="!row.take"
        /></label>
        <label class="text-[14px]"
          >{{ t("links.points") }}
          <input
            v-model="row.points"
            class="field figures"
            inputmode="decimal"
            pattern="[0-9]*[.]?[0-9]*"
            :disabled="!row.take"
        /></label>
      </div>
      <template v-if="dates(row)">
        <p class="figures text-[14px]">{{ dates(row) }}</p>
        <UiCheck v-model="row.take_dates" :label="t('links.takeDates')" />
      </template>
      <p v-else class="text-[14px] text-soft">{{ t("links.noDates") }}</p>
    </fieldset>
    <slot />
    <p class="flex gap-2">
      <UiButton look="main" type="submit" :disabled="!chosen.length || busy">{{ t("links.place") }}</UiButton>
      <slot name="leave" />
    </p>
  </form>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px;
  gap: 12px;
}
</style>
