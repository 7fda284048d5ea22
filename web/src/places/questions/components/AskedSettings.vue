<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { chosenOf, valueOf } from "@/ui/field/events";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiInput from "@/ui/field/UiInput.vue";
import UiField from "@/ui/field/UiField.vue";
import { amountShown, amountTyped } from "../model/amounts";
import { aVariable, type Asked } from "../model/blank";

/** What else is settled of an answer, by its kind. */
const { asked } = defineProps<{ asked: Asked }>();
const emit = defineEmits<{ change: [asked: Asked] }>();
const { t } = useI18n();
const NEARNESS = ["exact", "within", "relative", "decimals", "figures"] as const;
const LISTS = {
  form: ["any", "expanded", "factored", "lowest"],
  likeness: ["loose", "exact", "pattern"],
  rule: ["all", "right_minus_wrong", "each"],
  sort: ["essay", "file", "recording"],
} as const;
/** Yes or no, by the kind that has it. */
const CHECKS: Partial<Record<Asked["kind"], string[]>> = {
  number: ["plain"],
  fraction: ["mixed"],
  list: ["ordered", "each"],
  angle: ["bearing", "turns"],
  choice: ["several", "shuffle"],
  ordering: ["each"],
  matching: ["each"],
};
const checks = computed(() => CHECKS[asked.kind] ?? []);
const lists = computed(() =>
  (Object.keys(LISTS) as (keyof typeof LISTS)[]).filter(
    (one) => one in asked && (one !== "rule" || ("several" in asked && asked.several)),
  ),
);
const tolerance = computed(() => ("nearness" in Object(toleranceOf(asked)) ? toleranceOf(asked) : null));
function toleranceOf(one: Asked) {
  return one.kind !== "formula" && "tolerance" in one ? one.tolerance : null;
}

const set = (change: Record<string, unknown>): void => emit("change", { ...asked, ...change } as Asked);
const has = (name: string): boolean => Boolean((asked as unknown as Record<string, unknown>)[name]);
const valueIn = (name: string): string => String((asked as unknown as Record<string, unknown>)[name] ?? "");
const FIRST = { exact: "0", within: "0.01", relative: "0.01", decimals: "3", figures: "3" };

function near(chosen: (typeof NEARNESS)[number] | undefined): void {
  if (chosen) set({ tolerance: { nearness: chosen, amount: FIRST[chosen] } });
}

function variables(text: string): void {
  const before = asked.kind === "formula" ? asked.variables : [];
  const names = text
    .split(/[\s,;]+/)
    .map((name) => name.trim())
    .filter(Boolean);
  set({ variables: names.map((name) => before.find((v) => v.name === name) ?? aVariable(name)) });
}
</script>

<template>
  <div class="settings">
    <template v-if="tolerance">
      <UiField v-slot="{ field }" :label="t('question.nearness')">
        <select
          :id="field"
          class="field"
          :value="tolerance.nearness"
          @change="near(chosenOf($event, NEARNESS))"
        >
          <option v-for="one in NEARNESS" :key="one" :value="one">{{ t(`question.${one}`) }}</option>
        </select>
      </UiField>
      <UiInput
        v-if="tolerance.nearness !== 'exact'"
        class="figures"
        :label="t('question.amount')"
        :value="amountShown(tolerance.amount)"
        @set="set({ tolerance: { ...tolerance, amount: amountTyped($event) || '0' } })"
      />
    </template>
    <UiInput
      v-if="asked.kind === 'number'"
      :label="t('question.unit')"
      :value="asked.unit"
      @set="set({ unit: $event.trim() })"
    />
    <UiInput
      v-if="asked.kind === 'formula'"
      :label="t('question.variables')"
      :value="asked.variables.map((v) => v.name).join(', ')"
      @set="variables"
    />
    <UiInput
      v-if="asked.kind === 'point'"
      type="number"
      min="1"
      max="9"
      :label="t('question.size')"
      :value="asked.size"
      @set="set({ size: Number($event) || 2 })"
    />
    <UiInput
      v-if="asked.kind === 'angle'"
      :label="t('question.seconds')"
      :value="amountShown(asked.seconds)"
      @set="set({ seconds: amountTyped($event) || '0' })"
    />
    <UiField v-for="one in lists" :key="one" v-slot="{ field }" :label="t(`question.${one}`)">
      <select :id="field" class="field" :value="valueIn(one)" @change="set({ [one]: valueOf($event) })">
        <option v-for="value in LISTS[one]" :key="value" :value="value">
          {{ t(`question.${one}Of.${value}`) }}
        </option>
      </select>
    </UiField>
    <UiInput
      v-if="asked.kind === 'by_hand'"
      class="wide"
      :label="t('question.guide')"
      :value="asked.guide"
      @set="set({ guide: $event })"
    />
    <UiCheck
      v-for="one in checks"
      :key="one"
      :model-value="has(one)"
      :label="t(`question.${one}`)"
      @update:model-value="set({ [one]: $event })"
    />
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 6px 14px;
  align-items: end;
}
.settings .field {
  min-height: 32px;
  padding: 3px 7px;
}
</style>
