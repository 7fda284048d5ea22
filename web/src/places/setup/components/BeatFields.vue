<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { howOf, withHow, type Beat, type BeatMoment, type How } from "../model/rhythm";

/** What is told of one item of the pattern beside its row. */
const beat = defineModel<Beat>({ required: true });
const { categories, weekdays } = defineProps<{ categories: string[]; weekdays: string[] }>();
const { t } = useI18n();
const kinds = useKinds();
const offered = computed(() => kinds.offered.value.filter((kind) => !kind.heading));
const set = (change: Partial<Beat>): void => void (beat.value = { ...beat.value, ...change });
function choose(code: string): void {
  const found = offered.value.find((kind) => kind.code === code);
  if (found) set({ kind: found.code });
}
const numberOf = (event: Event): number => Number(valueOf(event)) || 0;

function setMoment(name: "opens" | "due", change: Partial<BeatMoment>): void {
  const old = beat.value.moments?.[name];
  if (old) set({ moments: { ...beat.value.moments, [name]: { ...old, ...change } } });
}
</script>

<template>
  <div class="beat">
    <div class="grid gap-2 sm:grid-cols-[150px_minmax(0,1fr)_90px_90px_160px]">
      <UiField v-slot="{ field }" :label="t('rhythm.kind')">
        <select :id="field" class="field" :value="beat.kind" @change="choose(valueOf($event))">
          <option v-for="one in offered" :key="one.code" :value="one.code">{{ one.word }}</option>
        </select>
      </UiField>
      <UiInput :label="t('rhythm.part')" :value="beat.part" @set="(v) => set({ part: v })" />
      <UiInput
        :label="t('rhythm.minutes')"
        type="number"
        :value="beat.minutes"
        min="0"
        @set="(v) => set({ minutes: Number(v) })"
      />
      <UiInput
        :label="t('rhythm.points')"
        type="number"
        :value="beat.points ?? ''"
        min="0"
        @set="(v) => set({ points: v === '' ? null : Number(v) })"
      />
      <UiField v-slot="{ field }" :label="t('rhythm.category')">
        <select :id="field" class="field" :value="beat.category" @change="set({ category: valueOf($event) })">
          <option value="">{{ t("rhythm.noCategory") }}</option>
          <option v-for="name in categories" :key="name" :value="name">{{ name }}</option>
        </select>
      </UiField>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2 text-[14px]">
      <div v-for="name in ['opens', 'due'] as const" :key="name" class="flex flex-wrap items-center gap-2">
        <span class="text-soft">{{ t(`rhythm.${name}`) }}</span>
        <select
          class="field !w-auto"
          :aria-label="t(`rhythm.${name}`)"
          :value="howOf(beat, name)"
          @change="beat = withHow(beat, name, valueOf($event) as How)"
        >
          <option value="never">{{ t("rhythm.never") }}</option>
          <option value="day">{{ t("rhythm.onDay") }}</option>
          <option value="class">{{ t("rhythm.onClass") }}</option>
        </select>
        <template v-if="beat.moments?.[name]?.on === 'day'">
          <select
            class="field !w-auto"
            :aria-label="t('rhythm.weekday')"
            :value="beat.moments?.[name]?.weekday"
            @change="setMoment(name, { weekday: numberOf($event) })"
          >
            <option v-for="(day, n) in weekdays" :key="n" :value="n">{{ day }}</option>
          </select>
          <select
            class="field !w-auto"
            :aria-label="t('rhythm.weeksOff')"
            :value="beat.moments?.[name]?.plus"
            @change="setMoment(name, { plus: numberOf($event) })"
          >
            <option :value="-1">{{ t("rhythm.weekBefore") }}</option>
            <option :value="0">{{ t("rhythm.thisWeek") }}</option>
            <option :value="1">{{ t("rhythm.weekAfter") }}</option>
          </select>
          <input
            class="field figures !w-28"
            type="time"
            :aria-label="t('rhythm.time')"
            v-kept="beat.moments?.[name]?.time"
            @change="setMoment(name, { time: valueOf($event) })"
          />
        </template>
        <template v-else-if="beat.moments?.[name]?.on === 'class'">
          <label class="flex items-center gap-2"
            >{{ t("rhythm.nth") }}
            <input
              class="field figures !w-16"
              type="number"
              min="1"
              max="20"
              v-kept="beat.moments?.[name]?.nth"
              @change="setMoment(name, { nth: numberOf($event) })"
          /></label>
          <label class="flex items-center gap-2"
            >{{ t("rhythm.classMinutes") }}
            <input
              class="field figures !w-20"
              type="number"
              v-kept="beat.moments?.[name]?.minutes"
              @change="setMoment(name, { minutes: numberOf($event) })"
          /></label>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.beat {
  padding: 4px 14px 12px 44px;
}
@media screen and (max-width: 719px) {
  .beat {
    padding-left: 14px;
  }
}
</style>
