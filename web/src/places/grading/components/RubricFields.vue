<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { freshCriterion, freshLevel, type RubricForm } from "../model/rubric";

/** A rubric as it is written: criteria one below the other, their levels side by side. */
const form = defineModel<RubricForm>({ required: true });
const { t } = useI18n();
const MOST_LEVELS = 10;
const MOST_CRITERIA = 20;
</script>

<template>
  <UiField v-slot="{ field }" :label="t('rubric.name')">
    <input :id="field" v-model="form.name" class="field" maxlength="100" />
  </UiField>
  <UiCheck v-model="form.withPoints" class="mt-2" :label="t('rubric.withPoints')" />
  <fieldset v-for="(criterion, c) in form.criteria" :key="c" class="mt-4 border-t border-rule pt-3">
    <legend class="sr-only">{{ t("rubric.criterion", { n: c + 1 }) }}</legend>
    <div class="grid gap-2 sm:grid-cols-[1fr_2fr_auto] sm:items-end">
      <UiField v-slot="{ field }" :label="t('rubric.criterionName')">
        <input :id="field" v-model="criterion.name" class="field" maxlength="100" />
      </UiField>
      <UiField v-slot="{ field }" :label="t('rubric.criterionWords')">
        <input :id="field" v-model="criterion.words" class="field" maxlength="1000" />
      </UiField>
      <UiButton
        look="text"
        :disabled="form.criteria.length === 1"
        :aria-label="t('rubric.removeCriterion', { n: c + 1 })"
        @click="form.criteria.splice(c, 1)"
        >{{ t("remarks.removeShort") }}</UiButton
      >
    </div>
    <div class="levels">
      <fieldset v-for="(level, l) in criterion.levels" :key="l" class="level">
        <legend class="sr-only">{{ t("rubric.level", { n: l + 1, c: c + 1 }) }}</legend>
        <UiField v-slot="{ field }" :label="t('rubric.levelName')">
          <input :id="field" v-model="level.name" class="field" maxlength="100" />
        </UiField>
        <UiField v-if="form.withPoints" v-slot="{ field }" class="mt-1" :label="t('rubric.levelPoints')">
          <input :id="field" v-model="level.points" class="field figures" inputmode="decimal" />
        </UiField>
        <UiField v-slot="{ field }" class="mt-1" :label="t('rubric.levelWords')">
          <textarea :id="field" v-model="level.words" class="field" rows="2" maxlength="1000" />
        </UiField>
        <UiButton
          look="text"
          :disabled="criterion.levels.length <= 2"
          :aria-label="t('rubric.removeLevel', { n: l + 1, c: c + 1 })"
          @click="criterion.levels.splice(l, 1)"
          >{{ t("remarks.removeShort") }}</UiButton
        >
      </fieldset>
    </div>
    <UiButton
      v-if="criterion.levels.length < MOST_LEVELS"
      look="text"
      @click="criterion.levels.push(freshLevel())"
      >{{ t("rubric.addLevel") }}</UiButton
    >
  </fieldset>
  <UiButton
    v-if="form.criteria.length < MOST_CRITERIA"
    class="mt-3"
    @click="form.criteria.push(freshCriterion())"
    >{{ t("rubric.addCriterion") }}</UiButton
  >
</template>

<style scoped>
.levels {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
  margin: 8px 0;
}
.level {
  padding: 8px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--band);
}
</style>
