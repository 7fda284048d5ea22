<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import type { Slot } from "../model/schedule";
import SlotFields from "./SlotFields.vue";

/** When a new course meets: weekdays, times, rooms. */
const slots = defineModel<Slot[]>({ required: true });
const { t, locale } = useI18n();
const MONDAY = Date.UTC(2024, 0, 1);
const weekdays = computed(() => {
  const format = new Intl.DateTimeFormat(locale.value, { weekday: "long", timeZone: "UTC" });
  return Array.from({ length: 7 }, (_, n) => format.format(MONDAY + n * 86_400_000));
});

function set(n: number, change: Partial<Slot>): void {
  slots.value = slots.value.map((slot, at) => (at === n ? { ...slot, ...change } : slot));
}
/** Another class two days after the last, at the same time. */
function add(): void {
  const last = slots.value.at(-1);
  const on = typeof last?.on === "number" ? (last.on + 2) % 7 : 0;
  slots.value = [
    ...slots.value,
    { on, start: last?.start ?? "10:00", end: last?.end ?? "11:15", place: last?.place ?? "" },
  ];
}
</script>

<template>
  <fieldset class="grid gap-2">
    <legend class="mb-1 text-[13.5px] text-soft">{{ t("begin.meets") }}</legend>
    <div v-for="(slot, n) in slots" :key="n" class="line">
      <select
        class="field"
        :aria-label="t('setup.day')"
        :value="slot.on"
        @change="set(n, { on: Number(valueOf($event)) })"
      >
        <option v-for="(name, at) in weekdays" :key="at" :value="at">{{ name }}</option>
      </select>
      <SlotFields :model-value="slot" @update:model-value="(fields) => set(n, fields)" />
      <UiButton look="text" @click="slots = slots.filter((_, at) => at !== n)">{{
        t("setup.remove")
      }}</UiButton>
    </div>
    <div>
      <UiButton @click="add">{{ t("setup.addClass") }}</UiButton>
    </div>
  </fieldset>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 140px 118px 118px minmax(80px, 1fr) auto;
  gap: 8px;
}
@media screen and (max-width: 719px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
