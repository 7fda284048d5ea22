<script setup lang="ts">
import { checkedOf, chosenOf, valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCombobox from "@/ui/combobox/UiCombobox.vue";
import { countryEntries, ownCountry, zoneEntries } from "@/ui/moment/zone-names";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { missing, type Form, type Pattern } from "../model/schedule";
import { readHolidays, useHolidayPlaces } from "../queries";
import PatternFields from "./PatternFields.vue";

/** Term, breaks, holidays and classes of a course. */
const form = defineModel<Form>({ required: true });
const { sections } = defineProps<{ sections: Shapes["Named"][] }>();
const { t, locale } = useI18n();
const wrong = useWrong();
const { data: places } = useHolidayPlaces();
const country = ref("");
const subdivision = ref("");
const offered = ref<Shapes["Break"][]>([]);
const refused = ref("");
const fresh = computed(() => missing(form.value.breaks, offered.value));
const zones = computed(() =>
  zoneEntries(
    [form.value.zone, Intl.DateTimeFormat().resolvedOptions().timeZone],
    new Date(form.value.first_day || Date.now()),
  ),
);
const countries = computed(() =>
  countryEntries(Object.keys(places.value?.places ?? {}), [ownCountry()], locale.value),
);

const set = (change: Partial<Form>): void => void (form.value = { ...form.value, ...change });
function setBreak(n: number, change: Partial<Shapes["Break"]>): void {
  set({ breaks: form.value.breaks.map((b, at) => (at === n ? { ...b, ...change } : b)) });
}

function choose(code: string): void {
  country.value = code;
  subdivision.value = "";
  void offer();
}

async function offer(): Promise<void> {
  refused.value = "";
  offered.value = [];
  if (!country.value || !form.value.first_day || !form.value.last_day) return;
  try {
    const query = {
      country: country.value,
      subdivision: subdivision.value,
      first: form.value.first_day,
      last: form.value.last_day,
    };
    offered.value = (await readHolidays(query)).found;
  } catch (error) {
    refused.value = wrong(error);
  }
}
const nameOf = (id: number | null | undefined): string =>
  sections.find((s) => s.id === id)?.name ?? t("setup.wholeCourse");
const without = computed(() =>
  sections.filter((s) => !form.value.patterns.some((p) => p.section_id === s.id)),
);
const setPattern = (n: number, pattern: Pattern): void =>
  set({ patterns: form.value.patterns.map((p, at) => (at === n ? pattern : p)) });
</script>

<template>
  <div class="grid gap-5">
    <div class="grid gap-3 sm:grid-cols-4">
      <UiInput :label="t('setup.termName')" :value="form.name" required @set="(v) => set({ name: v })" />
      <UiInput
        :label="t('setup.firstDay')"
        type="date"
        :value="form.first_day"
        required
        @set="(v) => set({ first_day: v })"
      />
      <UiInput
        :label="t('setup.lastDay')"
        type="date"
        :value="form.last_day"
        required
        @set="(v) => set({ last_day: v })"
      />
      <UiInput
        :label="t('setup.firstWeek')"
        type="number"
        :value="form.first_week_number"
        min="0"
        max="60"
        @set="(v) => set({ first_week_number: Number(v) })"
      />
      <UiField v-slot="{ field }" :label="t('setup.zone')">
        <UiCombobox
          :field="field"
          on-sheet
          :entries="zones"
          :chosen="form.zone"
          :label="t('setup.zone')"
          :none="t('setup.zoneNone')"
          @choose="(zone) => set({ zone })"
        />
      </UiField>
      <UiInput
        :label="t('setup.dueTime')"
        type="time"
        :value="form.default_due_time"
        @set="(v) => set({ default_due_time: v })"
      />
      <UiInput
        :label="t('setup.credits')"
        type="number"
        :value="form.credits"
        min="0"
        max="60"
        step="0.5"
        @set="(v) => set({ credits: v })"
      />
      <UiInput
        :label="t('setup.turnaround')"
        type="number"
        :value="form.turnaround_days ?? ''"
        min="0"
        max="90"
        @set="(v) => set({ turnaround_days: Number(v) })"
      />
      <UiInput
        :label="t('setup.answer')"
        type="number"
        :value="form.answer_days ?? ''"
        min="0"
        max="30"
        @set="(v) => set({ answer_days: Number(v) })"
      />
      <UiField v-slot="{ field }" :label="t('paste.order')">
        <select
          :id="field"
          class="field"
          :value="form.date_order"
          @change="set({ date_order: chosenOf($event, ['month_first', 'day_first']) })"
        >
          <option value="month_first">{{ t("paste.month_first") }}</option>
          <option value="day_first">{{ t("paste.day_first") }}</option>
        </select>
      </UiField>
    </div>
    <fieldset class="grid gap-2">
      <legend class="mb-1 font-semibold">{{ t("setup.breaks") }}</legend>
      <div v-for="(pause, n) in form.breaks" :key="n" class="line">
        <input
          class="field"
          :aria-label="t('setup.breakName')"
          v-kept="pause.name"
          @change="setBreak(n, { name: valueOf($event) })"
        />
        <input
          class="field figures"
          type="date"
          :aria-label="t('setup.from')"
          v-kept="pause.first_day"
          @change="setBreak(n, { first_day: valueOf($event) })"
        />
        <input
          class="field figures"
          type="date"
          :aria-label="t('setup.to')"
          v-kept="pause.last_day"
          @change="setBreak(n, { last_day: valueOf($event) })"
        />
        <label class="flex items-center gap-2 text-[14px]"
          ><input
            type="checkbox"
            :checked="pause.takes_week_number"
            @change="setBreak(n, { takes_week_number: checkedOf($event) })"
          />
          {{ t("setup.numbered") }}</label
        >
        <UiButton look="text" @click="set({ breaks: form.breaks.filter((_, at) => at !== n) })">{{
          t("setup.remove")
        }}</UiButton>
      </div>
      <div class="flex flex-wrap items-center gap-3 text-[14px]">
        <UiButton
          @click="
            set({
              breaks: [
                ...form.breaks,
                { name: '', first_day: form.first_day, last_day: form.first_day, takes_week_number: false },
              ],
            })
          "
          >{{ t("setup.addBreak") }}</UiButton
        >
        <span aria-hidden="true">{{ t("setup.holidays") }}</span>
        <UiCombobox
          on-sheet
          class="w-56"
          :entries="countries"
          :chosen="country"
          :label="t('setup.country')"
          :none="t('setup.countryNone')"
          @choose="choose"
        />
        <select
          v-if="places?.places[country]?.length"
          v-model="subdivision"
          class="field !w-40"
          :aria-label="t('setup.subdivision')"
          @change="offer"
        >
          <option value="">{{ t("setup.noPart") }}</option>
          <option v-for="part in places?.places[country] ?? []" :key="part.code" :value="part.code">
            {{ part.name }}
          </option>
        </select>
        <UiButton v-if="fresh.length" @click="set({ breaks: [...form.breaks, ...fresh] })">{{
          t("setup.addHolidays", { n: fresh.length }, fresh.length)
        }}</UiButton>
        <span v-if="fresh.length" class="text-soft">{{ fresh.map((h) => h.name).join(", ") }}</span>
        <span v-if="refused" role="alert" class="text-late">{{ refused }}</span>
      </div>
    </fieldset>
    <PatternFields
      v-for="(pattern, n) in form.patterns"
      :key="pattern.section_id ?? 0"
      :model-value="pattern"
      :title="t('setup.classesOf', { section: nameOf(pattern.section_id) })"
      @update:model-value="(p) => setPattern(n, p)"
    />
    <div v-if="without.length" class="flex gap-3">
      <UiButton
        v-for="section in without"
        :key="section.id"
        look="text"
        @click="
          set({
            patterns: [
              ...form.patterns,
              { section_id: section.id, slots: [], rotation: null, exceptions: [] },
            ],
          })
        "
        >{{ t("setup.ownClasses", { section: section.name }) }}</UiButton
      >
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(120px, 1fr) 150px 150px 190px auto;
  gap: 8px;
}
@media screen and (max-width: 719px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
