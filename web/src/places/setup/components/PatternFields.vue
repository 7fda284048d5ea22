<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import type { Pattern, Slot } from "../model/schedule";
import ExceptionFields from "./ExceptionFields.vue";
import RotationFields from "./RotationFields.vue";
import SlotFields from "./SlotFields.vue";

/** The classes of a course or section: weekdays or day types, with single days that differ. */
const pattern = defineModel<Pattern>({ required: true });
const { title } = defineProps<{ title: string }>();
const { t, locale } = useI18n();
const MONDAY = Date.UTC(2024, 0, 1);
const weekdays = computed(() => {
  const format = new Intl.DateTimeFormat(locale.value, { weekday: "long", timeZone: "UTC" });
  return Array.from({ length: 7 }, (_, n) => format.format(MONDAY + n * 86_400_000));
});
const types = computed(() => pattern.value.rotation?.types ?? []);
const slots = computed(() => pattern.value.slots ?? []);
const exceptions = computed({
  get: () => pattern.value.exceptions ?? [],
  set: (found) => set({ exceptions: found }),
});

const set = (change: Partial<Pattern>): void => void (pattern.value = { ...pattern.value, ...change });

function setSlot(n: number, change: Partial<Slot>): void {
  set({ slots: slots.value.map((s, at) => (at === n ? { ...s, ...change } : s)) });
}
function addSlot(): void {
  const on = types.value[0] ?? 0;
  set({ slots: [...slots.value, { on, start: "10:00", end: "11:00", place: "" }] });
}
const onOf = (text: string): string | number => (types.value.length ? text : Number(text));
</script>

<template>
  <fieldset class="grid gap-2">
    <legend class="mb-1 font-semibold">{{ title }}</legend>
    <div v-for="(slot, n) in slots" :key="n" class="line">
      <select
        class="field"
        :aria-label="t('setup.day')"
        :value="slot.on"
        @change="setSlot(n, { on: onOf(valueOf($event)) })"
      >
        <template v-if="types.length">
          <option v-for="name in types" :key="name" :value="name">{{ name }}</option>
        </template>
        <template v-else>
          <option v-for="(name, at) in weekdays" :key="at" :value="at">{{ name }}</option>
        </template>
      </select>
      <SlotFields :model-value="slot" @update:model-value="(fields) => setSlot(n, fields)" />
      <UiButton look="text" @click="set({ slots: slots.filter((_, at) => at !== n) })">{{
        t("setup.remove")
      }}</UiButton>
    </div>
    <div class="flex flex-wrap items-center gap-4">
      <UiButton @click="addSlot">{{ t("setup.addClass") }}</UiButton>
    </div>
    <RotationFields v-model="pattern" :weekdays="weekdays" />
    <ExceptionFields v-model="exceptions" :types="types" />
  </fieldset>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 150px 120px 120px minmax(90px, 1fr) auto;
  gap: 8px;
}
@media screen and (max-width: 719px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
