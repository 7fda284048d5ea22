<script setup lang="ts">
import { MOMENTS } from "../model/moments";
import { chosenOf, valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** How a moment is kept: by weekday of its week, by class, or from another item. It moves with the term. */
export type Rule = Shapes["RuleIn"];
const rule = defineModel<Rule | undefined>({ required: true });
const { name, others } = defineProps<{ name: string; others: { id: number; title: string }[] }>();
const { t } = useI18n();
const how = computed(() =>
  rule.value?.on === "class" || rule.value?.on === "moment" ? rule.value.on : "week",
);
const set = (change: Partial<Rule>): void => {
  if (rule.value) rule.value = { ...rule.value, ...change };
};

function choose(wanted: string): void {
  if (wanted === "class") rule.value = { on: "class", number: 1, edge: "start", minutes: 0 };
  else if (wanted === "moment")
    rule.value = { on: "moment", item: others[0]?.id ?? null, moment: "due", days: 1, classes: 0 };
  else rule.value = undefined;
}
</script>

<template>
  <div class="mt-1 flex flex-wrap items-center gap-2 text-[13px]">
    <label class="flex items-center gap-2 text-soft"
      >{{ t("rules.kept") }}
      <select
        class="field !w-auto"
        :aria-label="`${name}: ${t('rules.kept')}`"
        :value="how"
        @change="choose(valueOf($event))"
      >
        <option value="week">{{ t("rules.week") }}</option>
        <option value="class">{{ t("rules.class") }}</option>
        <option value="moment" :disabled="!others.length">{{ t("rules.moment") }}</option>
      </select>
    </label>
    <template v-if="how === 'class'">
      <input
        class="field figures !w-16"
        type="number"
        min="1"
        :aria-label="t('rules.number')"
        :title="t('rules.number')"
        v-kept="rule?.number"
        @change="set({ number: Number(valueOf($event)) })"
      />
      <select
        class="field !w-auto"
        :aria-label="t('rules.edge')"
        :value="rule?.edge"
        @change="set({ edge: chosenOf($event, ['start', 'end']) })"
      >
        <option value="start">{{ t("rules.start") }}</option>
        <option value="end">{{ t("rules.end") }}</option>
      </select>
      <label class="flex items-center gap-1 text-soft"
        >{{ t("rules.minutes") }}
        <input
          class="field figures !w-20"
          type="number"
          v-kept="rule?.minutes"
          @change="set({ minutes: Number(valueOf($event)) })"
      /></label>
    </template>
    <template v-else-if="how === 'moment'">
      <label class="flex items-center gap-1 text-soft"
        >{{ t("rules.days") }}
        <input
          class="field figures !w-16"
          type="number"
          v-kept="rule?.days"
          @change="set({ days: Number(valueOf($event)) })"
      /></label>
      <select
        class="field !w-40"
        :aria-label="t('rules.item')"
        :value="rule?.item"
        @change="set({ item: Number(valueOf($event)) })"
      >
        <option v-for="one in others" :key="one.id" :value="one.id">{{ one.title }}</option>
      </select>
      <select
        class="field !w-auto"
        :aria-label="t('rules.which')"
        :value="rule?.moment"
        @change="set({ moment: chosenOf($event, MOMENTS) })"
      >
        <option v-for="one in MOMENTS" :key="one" :value="one">
          {{ t(`settings.${one}`) }}
        </option>
      </select>
      <label class="flex items-center gap-1 text-soft"
        >{{ t("rules.at") }}
        <input
          class="field figures !w-28"
          type="time"
          v-kept="rule?.time ?? ''"
          @change="set({ time: valueOf($event) || null })"
        />
      </label>
    </template>
  </div>
</template>
