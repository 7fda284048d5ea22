<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import type { Slot } from "../model/schedule";
import SlotFields from "./SlotFields.vue";

/** Single days that differ: no class, another day type, or classes at hours of their own. */
type DayException = Shapes["DayException"];
const days = defineModel<DayException[]>({ required: true });
const { types } = defineProps<{ types: string[] }>();
const { t } = useI18n();
const NONE = "";
const OWN = "own hours";
const FIRST: Slot = { on: "*", start: "10:00", end: "11:00", place: "" };

const kindOf = (one: DayException): string => (one.slots?.length ? OWN : (one.day_type ?? NONE));

function change(n: number, fields: Partial<DayException>): void {
  days.value = days.value.map((one, at) => (at === n ? { ...one, ...fields } : one));
}
function setKind(n: number, kind: string): void {
  if (kind === OWN) change(n, { day_type: null, slots: [{ ...FIRST }] });
  else change(n, { day_type: kind || null, slots: [] });
}
function setSlot(n: number, at: number, fields: Slot): void {
  const slots = (days.value[n]?.slots ?? []).map((s, i) => (i === at ? fields : s));
  change(n, { slots });
}
</script>

<template>
  <template v-for="(one, n) in days" :key="n">
    <div class="day">
      <input
        class="field figures"
        type="date"
        required
        :aria-label="t('setup.day')"
        v-kept="one.day"
        @change="change(n, { day: valueOf($event) })"
      />
      <select
        class="field"
        :aria-label="t('setup.dayType')"
        :value="kindOf(one)"
        @change="setKind(n, valueOf($event))"
      >
        <option :value="NONE">{{ t("setup.noClass") }}</option>
        <option v-for="name in types" :key="name" :value="name">{{ t("setup.dayType") }} {{ name }}</option>
        <option v-if="types.length" value="*">{{ t("setup.allClasses") }}</option>
        <option :value="OWN">{{ t("setup.ownHours") }}</option>
      </select>
      <input
        class="field"
        :placeholder="t('setup.why')"
        :aria-label="t('setup.why')"
        v-kept="one.why"
        @change="change(n, { why: valueOf($event) })"
      />
      <UiButton look="text" @click="days = days.filter((_, at) => at !== n)">{{
        t("setup.remove")
      }}</UiButton>
    </div>
    <div v-for="(slot, at) in one.slots ?? []" :key="`${n}.${at}`" class="day hours">
      <SlotFields :model-value="slot" @update:model-value="(fields) => setSlot(n, at, fields)" />
      <UiButton look="text" @click="change(n, { slots: [...(one.slots ?? []), { ...FIRST }] })">{{
        t("setup.addClass")
      }}</UiButton>
    </div>
  </template>
  <div>
    <UiButton look="text" @click="days = [...days, { day: '', day_type: null, slots: [], why: '' }]">{{
      t("setup.addException")
    }}</UiButton>
  </div>
</template>

<style scoped>
.day {
  display: grid;
  grid-template-columns: 150px 216px minmax(90px, 1fr) auto;
  gap: 8px;
}
.hours {
  padding-left: 24px;
  grid-template-columns: 126px 216px minmax(90px, 1fr) auto;
}
@media screen and (max-width: 719px) {
  .day,
  .hours {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
