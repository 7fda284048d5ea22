<script setup lang="ts">
import { chosenOf } from "@/ui/field/events";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { useKinds, type Kind, type PlainRule, type Rule } from "@/frame/kinds";
import { isJoin, JOINS } from "../model/conditions";

/** What makes the item count as done: one rule, or any or all of several. */
export interface DoneRule {
  done_rule: Rule;
  done_percent: number;
  done_parts: Shapes["DonePart"][];
}
const rule = defineModel<DoneRule>({ required: true });
const {
  kind,
  points,
  never = [],
} = defineProps<{
  kind: Kind;
  points: boolean;
  /** Rules that nobody could meet as the item stands: offered only where they are chosen already. */
  never?: PlainRule[];
}>();
const { t } = useI18n();
const kinds = useKinds();
const { asksPercent } = kinds;
/** What fits, and what the item has although it does not fit. */
const plain = computed(() => {
  const own = rule.value.done_rule;
  const found = kinds.rulesFor(kind, points).filter((one) => !never.includes(one));
  return isJoin(own) || own === "nothing" || found.includes(own) ? found : [...found, own];
});
/** The rule that is chosen, or a part of it without which there is nothing, can't be met by anybody. */
const impossible = computed(() => {
  const { done_rule: own, done_parts: parts } = rule.value;
  if (own === "any") return parts.length > 0 && parts.every((p) => never.includes(p.rule));
  if (own === "all") return parts.some((p) => never.includes(p.rule));
  return own !== "nothing" && never.includes(own);
});
const joined = computed(() => isJoin(rule.value.done_rule));

function choose(wanted: Rule | undefined): void {
  if (wanted === undefined) return;
  if (isJoin(wanted) && !rule.value.done_parts.length) {
    const first = plain.value.slice(0, 2);
    rule.value.done_parts = first.map((name) => ({ rule: name, percent: asksPercent(name) ? 80 : 0 }));
  }
  rule.value.done_rule = wanted;
}
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ t("settings.doneRule") }}</legend>
    <div class="grid gap-2 sm:grid-cols-[1fr_8rem]">
      <select
        class="field"
        :aria-label="t('settings.doneRule')"
        :value="rule.done_rule"
        @change="choose(chosenOf($event, [...plain, ...JOINS]))"
      >
        <option v-for="name in plain" :key="name" :value="name">{{ kinds.ruleWord(name) }}</option>
        <option value="any">{{ t("doneRule.any") }}</option>
        <option value="all">{{ t("doneRule.all") }}</option>
      </select>
      <label v-if="asksPercent(rule.done_rule)" class="flex items-center gap-2 text-[15px]">
        <input v-model.number="rule.done_percent" class="field figures" type="number" min="1" max="100" /> %
        <span class="sr-only">{{ t("conditions.percent") }}</span>
      </label>
    </div>
    <p v-if="impossible" role="alert" class="mt-1 text-[14px] text-late">{{ t("doneRule.never") }}</p>
    <ul v-if="joined" class="mt-2 grid gap-1.5">
      <li v-for="(part, n) in rule.done_parts" :key="n" class="flex items-center gap-2">
        <select v-model="part.rule" class="field" :aria-label="t('doneRule.part', { n: n + 1 })">
          <option v-for="name in plain" :key="name" :value="name">{{ kinds.ruleWord(name) }}</option>
        </select>
        <input
          v-if="asksPercent(part.rule)"
          v-model.number="part.percent"
          class="field figures !w-20"
          type="number"
          min="1"
          max="100"
          :aria-label="t('conditions.percent')"
        />
        <UiButton
          look="text"
          :aria-label="t('conditions.removeOne', { n: n + 1 })"
          @click="rule.done_parts.splice(n, 1)"
          >{{ t("layout.remove") }}</UiButton
        >
      </li>
      <li>
        <UiButton look="text" @click="rule.done_parts.push({ rule: 'opened', percent: 0 })">{{
          t("doneRule.add")
        }}</UiButton>
      </li>
    </ul>
  </fieldset>
</template>
