<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { withTypes, type Pattern } from "../model/schedule";

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
const exceptions = computed(() => pattern.value.exceptions ?? []);

const set = (change: Partial<Pattern>): void => void (pattern.value = { ...pattern.value, ...change });
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value;

function setSlot(n: number, change: Record<string, string | number>): void {
  set({ slots: slots.value.map((s, at) => (at === n ? { ...s, ...change } : s)) });
}
function setException(n: number, change: Record<string, string | null>): void {
  set({ exceptions: exceptions.value.map((e, at) => (at === n ? { ...e, ...change } : e)) });
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
      <input
        class="field figures"
        type="time"
        :aria-label="t('setup.start')"
        :value="slot.start.slice(0, 5)"
        @change="setSlot(n, { start: valueOf($event) })"
      />
      <input
        class="field figures"
        type="time"
        :aria-label="t('setup.end')"
        :value="slot.end.slice(0, 5)"
        @change="setSlot(n, { end: valueOf($event) })"
      />
      <input
        class="field"
        :placeholder="t('setup.place')"
        :aria-label="t('setup.place')"
        :value="slot.place"
        @change="setSlot(n, { place: valueOf($event) })"
      />
      <UiButton look="text" @click="set({ slots: slots.filter((_, at) => at !== n) })">{{
        t("setup.remove")
      }}</UiButton>
    </div>
    <div class="flex flex-wrap items-center gap-4">
      <UiButton @click="addSlot">{{ t("setup.addClass") }}</UiButton>
      <label class="flex items-center gap-2 text-[14px]">
        {{ t("setup.rotation") }}
        <input
          class="field !w-28"
          :value="types.join(', ')"
          :title="t('setup.rotationHint')"
          @change="pattern = withTypes(pattern, valueOf($event))"
        />
      </label>
    </div>
    <div v-for="(one, n) in exceptions" :key="`x${n}`" class="line differs">
      <input
        class="field figures"
        type="date"
        :aria-label="t('setup.day')"
        :value="one.day"
        @change="setException(n, { day: valueOf($event) })"
      />
      <select
        class="field"
        :aria-label="t('setup.dayType')"
        :value="one.day_type ?? ''"
        @change="setException(n, { day_type: valueOf($event) || null })"
      >
        <option value="">{{ t("setup.noClass") }}</option>
        <option v-for="name in types" :key="name" :value="name">{{ t("setup.dayType") }} {{ name }}</option>
        <option v-if="types.length" value="*">{{ t("setup.classes") }}</option>
      </select>
      <input
        class="field"
        :placeholder="t('setup.why')"
        :aria-label="t('setup.why')"
        :value="one.why"
        @change="setException(n, { why: valueOf($event) })"
      />
      <UiButton look="text" @click="set({ exceptions: exceptions.filter((_, at) => at !== n) })">{{
        t("setup.remove")
      }}</UiButton>
    </div>
    <div>
      <UiButton
        look="text"
        @click="set({ exceptions: [...exceptions, { day: '', day_type: null, slots: [], why: '' }] })"
        >{{ t("setup.addException") }}</UiButton
      >
    </div>
  </fieldset>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 150px 120px 120px minmax(90px, 1fr) auto;
  gap: 8px;
}
.differs {
  grid-template-columns: 150px 120px minmax(90px, 1fr) auto;
}
@media screen and (max-width: 719px) {
  .line,
  .differs {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
