<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiCheck from "@/ui/field/UiCheck.vue";
import { withTypes, type Pattern } from "../model/schedule";

/** Day types that take turns over the school days, instead of weekdays. */
const pattern = defineModel<Pattern>({ required: true });
const { weekdays } = defineProps<{ weekdays: string[] }>();
const { t } = useI18n();
const rotation = computed(() => pattern.value.rotation ?? null);
const schoolDays = computed(() => rotation.value?.school_days ?? []);

function setWaits(waits: boolean): void {
  if (rotation.value) pattern.value = { ...pattern.value, rotation: { ...rotation.value, waits } };
}
function setSchoolDay(day: number, on: boolean): void {
  if (!rotation.value) return;
  const school_days = [...schoolDays.value.filter((d) => d !== day), ...(on ? [day] : [])].sort();
  pattern.value = { ...pattern.value, rotation: { ...rotation.value, school_days } };
}
</script>

<template>
  <div class="grid gap-2">
    <label class="flex flex-wrap items-center gap-2 text-[14px]">
      {{ t("setup.rotation") }}
      <input
        class="field !w-36"
        v-kept="rotation?.types.join(', ') ?? ''"
        @change="pattern = withTypes(pattern, valueOf($event))"
      />
      <span class="text-soft">{{ t("setup.rotationHint") }}</span>
    </label>
    <fieldset v-if="rotation" class="flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px]">
      <legend class="sr-only">{{ t("setup.schoolDays") }}</legend>
      <UiCheck
        v-for="(name, day) in weekdays"
        :key="day"
        :label="name"
        :model-value="schoolDays.includes(day)"
        @update:model-value="(on) => setSchoolDay(day, on)"
      />
      <UiCheck
        :label="t('setup.waits')"
        :model-value="rotation.waits ?? true"
        @update:model-value="setWaits"
      />
    </fieldset>
  </div>
</template>
