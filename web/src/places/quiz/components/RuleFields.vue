<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";
import { valueOf } from "@/ui/field/events";
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
</script>

<template>
  <section :aria-label="t('quiz.setup.goes')">
    <h2 class="mb-2 text-[18px] font-bold">{{ t("quiz.setup.goes") }}</h2>
    <div class="grid gap-3 sm:grid-cols-4">
      <UiField
        v-for="[name, most] in FIGURES"
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
    <p class="mt-1 text-[14px] text-soft">{{ t("quiz.setup.figures") }}</p>
    <div class="mt-3 grid gap-1 sm:grid-cols-2">
      <UiCheck v-model="rules.one_by_one" :label="t('quiz.setup.field.one_by_one')" />
      <UiCheck v-if="rules.one_by_one" v-model="rules.back" :label="t('quiz.setup.field.back')" />
      <UiCheck v-model="rules.shuffle" :label="t('quiz.setup.field.shuffle')" />
      <UiCheck v-model="rules.fresh" :label="t('quiz.setup.field.fresh')" />
      <UiCheck v-model="rules.room" :label="t('quiz.setup.field.room')" />
    </div>
    <UiField v-slot="{ field }" class="mt-3 max-w-[260px]" :label="t('quiz.setup.field.code')">
      <input :id="field" v-model="rules.code" class="field figures" maxlength="40" autocomplete="off" />
    </UiField>
  </section>
</template>
