<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { valueOf } from "@/ui/field/events";
import { commonOf, type Form, type Where } from "../model/grading";

/** For items that are told together, or for one: the category that they count in, and their late rule. */
const form = defineModel<Form>({ required: true });
const { items, title } = defineProps<{ items: Shapes["CountedItem"][]; title: string }>();
const { t } = useI18n();
const DIFFER = "…";
const WORDS = {
  category: { what: "weighing.countsIn", none: "weighing.nowhere" },
  late_rule: { what: "weighing.ifLate", none: "weighing.lateFree" },
} as const;
const NAMES = ["category", "late_rule"] as const;

const choices = computed(() => ({
  category: form.value.categories.map((one) => ({ key: one.key, name: one.name || t("weighing.unnamed") })),
  // Late rules by what they take, where they have no name yet.
  late_rule: form.value.late_rules.map(({ key, name, per, percent }) => ({
    key,
    name: name || t(per === "day" ? "weighing.perDayShort" : "weighing.perHourShort", { percent }),
  })),
}));

function chosen(name: keyof Where): string {
  const common = commonOf(form.value, items, name);
  return common === undefined ? DIFFER : (common ?? "");
}
function choose(name: keyof Where, key: string): void {
  if (key === DIFFER) return;
  for (const { item_id } of items) {
    const kept = form.value.where[item_id] ?? { category: null, late_rule: null };
    form.value.where[item_id] = { ...kept, [name]: key || null };
  }
}
</script>

<template>
  <select
    v-for="name in NAMES"
    :key="name"
    class="field"
    :aria-label="t('weighing.ofItem', { what: t(WORDS[name].what), title })"
    :value="chosen(name)"
    @change="choose(name, valueOf($event))"
  >
    <option v-if="chosen(name) === DIFFER" :value="DIFFER">{{ t("weighing.differ") }}</option>
    <option value="">{{ t(WORDS[name].none) }}</option>
    <option v-for="choice in choices[name]" :key="choice.key" :value="choice.key">{{ choice.name }}</option>
  </select>
</template>
