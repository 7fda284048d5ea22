<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { chosenOf, checkedOf, valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import UiButton from "@/ui/button/UiButton.vue";
import { amountShown, amountTyped, degreesShown } from "../model/amounts";
import { aParameter, type Parameter } from "../model/blank";

/** What changes from student to student: each number with where it comes from, and how it stands in one version. */
const { parameters, numbers, problems } = defineProps<{
  parameters: Parameter[];
  /** As they are in the version that is shown. */
  numbers: Record<string, string>;
  /** By the place in the question, what is wrong there. */
  problems: Record<string, string>;
}>();
const emit = defineEmits<{ change: [parameters: Parameter[]] }>();
const { t } = useI18n();
const WAYS = ["range", "one_of", "words", "derived"] as const;

const way = (p: Parameter): (typeof WAYS)[number] =>
  p.drawn.kind === "one_of" ? (p.drawn.words ? "words" : "one_of") : p.drawn.kind;
const angled = (p: Parameter): boolean => p.shown === "degrees";
const amount = (p: Parameter, value: string | number): string =>
  angled(p) ? degreesShown(value) : amountShown(value);

function set(at: number, change: Partial<Parameter>): void {
  emit(
    "change",
    parameters.map((p, n) => (n === at ? { ...p, ...change } : p)),
  );
}

function draw(at: number, chosen: (typeof WAYS)[number] | undefined): void {
  if (chosen === "range") set(at, { drawn: { kind: "range", least: "1", most: "20", step: "1" } });
  if (chosen === "derived") set(at, { drawn: { kind: "derived", formula: "", round_to: null } });
  if (chosen === "one_of" || chosen === "words")
    set(at, { drawn: { kind: "one_of", values: [], words: chosen === "words" } });
}

function bound(at: number, p: Parameter, which: "least" | "most" | "step", text: string): void {
  if (p.drawn.kind === "range") set(at, { drawn: { ...p.drawn, [which]: amountTyped(text) } });
}

function values(at: number, p: Parameter, text: string): void {
  const found = text
    .split(";")
    .map((value) => value.trim())
    .filter(Boolean);
  if (p.drawn.kind === "one_of") set(at, { drawn: { ...p.drawn, values: found } });
}

const problem = (p: Parameter): string =>
  problems[`parameters.${p.name}`] ?? problems[`parameters.${p.name}.only_if`] ?? "";
const add = (): void => emit("change", [...parameters, aParameter(parameters)]);
const takeOut = (at: number): void =>
  emit(
    "change",
    parameters.filter((_, n) => n !== at),
  );
</script>

<template>
  <div class="card">
    <div v-for="(p, at) in parameters" :key="at" class="row">
      <input
        class="field figures name"
        v-kept="p.name"
        :aria-label="t('question.parameter')"
        maxlength="20"
        @change="set(at, { name: valueOf($event).trim() })"
      />
      <select
        class="field way"
        :value="way(p)"
        :aria-label="t('question.kindOf', { name: p.name })"
        @change="draw(at, chosenOf($event, WAYS))"
      >
        <option v-for="one in WAYS" :key="one" :value="one">{{ t(`question.${one}`) }}</option>
      </select>
      <div class="drawn figures">
        <template v-if="p.drawn.kind === 'range'">
          <input
            class="field"
            v-kept="amount(p, p.drawn.least)"
            :aria-label="t('question.least', { name: p.name })"
            @change="bound(at, p, 'least', valueOf($event))"
          />
          <span>{{ t("question.to") }}</span>
          <input
            class="field"
            v-kept="amount(p, p.drawn.most)"
            :aria-label="t('question.most', { name: p.name })"
            @change="bound(at, p, 'most', valueOf($event))"
          />
          <span>{{ t("question.stepWord") }}</span>
          <input
            class="field"
            v-kept="amount(p, p.drawn.step)"
            :aria-label="t('question.step', { name: p.name })"
            @change="bound(at, p, 'step', valueOf($event))"
          />
        </template>
        <input
          v-else-if="p.drawn.kind === 'one_of'"
          class="field"
          v-kept="p.drawn.values.join('; ')"
          :aria-label="t('question.values', { name: p.name })"
          @change="values(at, p, valueOf($event))"
        />
        <input
          v-else
          class="field"
          v-kept="p.drawn.formula"
          :aria-label="t('question.formula', { name: p.name })"
          @change="set(at, { drawn: { ...p.drawn, formula: valueOf($event).trim() } })"
        />
      </div>
      <b class="figures now">{{ numbers[p.name] ?? "" }}</b>
      <button
        type="button"
        class="out"
        :aria-label="t('question.takeOut', { name: p.name })"
        @click="takeOut(at)"
      >
        ×
      </button>
      <div v-if="way(p) !== 'words'" class="under">
        <label class="condition">
          <span>{{ t("question.onlyIf") }}</span>
          <input
            class="field figures"
            v-kept="p.only_if"
            :aria-label="t('question.condition', { name: p.name })"
            @change="set(at, { only_if: valueOf($event).trim() })"
          />
        </label>
        <label class="angle">
          <input
            type="checkbox"
            :checked="angled(p)"
            @change="set(at, { shown: checkedOf($event) ? 'degrees' : 'decimal' })"
          />
          {{ t("question.asAngle") }}
        </label>
      </div>
      <p v-if="problem(p)" class="problem" role="alert">{{ problem(p) }}</p>
    </div>
    <div class="foot">
      <span v-if="!parameters.length" class="text-soft">{{ t("question.changesNone") }}</span>
      <UiButton look="text" @click="add">{{ t("question.addParameter") }}</UiButton>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 70px 128px minmax(0, 1fr) 92px 30px;
  gap: 4px 8px;
  align-items: center;
  padding: 8px 10px;
  border-bottom: 1px solid var(--rule-faint);
}
.drawn {
  display: flex;
  gap: 6px;
  align-items: center;
  min-width: 0;
}
.now {
  text-align: right;
}
.out {
  min-width: 28px;
  min-height: 28px;
  color: var(--ink-soft);
}
.under {
  display: flex;
  flex-wrap: wrap;
  grid-column: 2 / -1;
  gap: 4px 16px;
  align-items: center;
  color: var(--ink-soft);
  font-size: 13px;
}
.condition {
  display: flex;
  flex: 1;
  gap: 8px;
  align-items: center;
  min-width: 180px;
  white-space: nowrap;
}
.field {
  min-height: 32px;
  padding: 3px 7px;
}
.angle {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 28px;
}
.problem {
  grid-column: 2 / -1;
  color: var(--late);
  font-size: 13.5px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 6px 10px;
  font-size: 14px;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: 64px minmax(0, 1fr) 30px;
  }
  .drawn,
  .under,
  .problem {
    grid-column: 1 / -1;
  }
  .now {
    grid-column: 1 / -1;
    text-align: left;
  }
}
</style>
