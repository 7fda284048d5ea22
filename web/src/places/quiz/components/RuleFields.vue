<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";
import { chosenOf, valueOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";

type Rules = Omit<Shapes["QuizIn"], "slots" | "shows">;

/** Attempts, tries, time, order, code and room of a quiz. */
const rules = defineModel<Rules>({ required: true });
const { t } = useI18n();
/** An empty field is without a limit. */
const figure = (event: Event): number | null => {
  const text = valueOf(event).trim();
  return text === "" ? null : Number(text);
};
const FIGURES = [
  ["attempts", 20],
  ["tries", 10],
  ["minutes", 1440],
] as const;
const PAPERS = ["", "room", "home"] as const;
/** On paper nothing is checked before it is handed in, and nobody begins on a screen. */
const figures = computed(() => FIGURES.filter(([name]) => !rules.value.paper || name !== "tries"));
function workOn(paper: (typeof PAPERS)[number] | undefined): void {
  rules.value.paper = paper ?? "";
  if (paper) rules.value.tries = null;
}
</script>

<template>
  <section :aria-label="t('quiz.setup.goes')">
    <h2 class="mb-2 text-[18px] font-bold">{{ t("quiz.setup.goes") }}</h2>
    <UiField v-slot="{ field }" class="mb-3 max-w-[420px]" :label="t('quiz.setup.field.paper')">
      <select :id="field" class="field" :value="rules.paper" @change="workOn(chosenOf($event, PAPERS))">
        <option v-for="one in PAPERS" :key="one" :value="one">
          {{ t(`quiz.setup.paper.${one || "screen"}`) }}
        </option>
      </select>
    </UiField>
    <div class="grid gap-3 sm:grid-cols-4">
      <UiField
        v-for="[name, most] in figures"
        :key="name"
        v-slot="{ field }"
        :label="t(`quiz.setup.field.${name}`)"
      >
        <input
          :id="field"
          class="field figures"
          type="number"
          min="1"
          :max="most"
          :value="rules[name] ?? ''"
          :placeholder="t(`quiz.setup.none_${name}`)"
          @input="rules[name] = figure($event)"
        />
      </UiField>
      <UiField v-if="rules.tries !== null" v-slot="{ field }" :label="t('quiz.setup.field.try_cost')">
        <input :id="field" v-model="rules.try_cost" class="field figures" inputmode="decimal" maxlength="6" />
      </UiField>
    </div>
    <p class="mt-1 text-[14px] text-soft">
      {{ t(rules.paper ? "quiz.setup.paperFigures" : "quiz.setup.figures") }}
    </p>
    <div class="mt-3 grid gap-1 sm:grid-cols-2">
      <UiCheck v-if="!rules.paper" v-model="rules.one_by_one" :label="t('quiz.setup.field.one_by_one')" />
      <UiCheck
        v-if="!rules.paper && rules.one_by_one"
        v-model="rules.back"
        :label="t('quiz.setup.field.back')"
      />
      <UiCheck v-model="rules.shuffle" :label="t('quiz.setup.field.shuffle')" />
      <UiCheck v-model="rules.fresh" :label="t('quiz.setup.field.fresh')" />
      <UiCheck v-if="!rules.paper" v-model="rules.room" :label="t('quiz.setup.field.room')" />
    </div>
    <UiField
      v-if="!rules.paper"
      v-slot="{ field }"
      class="mt-3 max-w-[260px]"
      :label="t('quiz.setup.field.code')"
    >
      <input :id="field" v-model="rules.code" class="field figures" maxlength="40" autocomplete="off" />
    </UiField>
  </section>
</template>
