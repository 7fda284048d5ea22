<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";

/** Category, late rule and holding of a graded item. */
const counts = defineModel<Shapes["GradingIn"]>({ required: true });
const { grading } = defineProps<{ grading: Shapes["ItemGrading"] }>();
const { t } = useI18n();
const COUNTINGS = ["best", "latest", "first", "mean"] as const;
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ t("settings.grading") }}</legend>
    <div class="grid gap-3 sm:grid-cols-2">
      <UiField v-slot="{ field }" :label="t('settings.category')">
        <select :id="field" v-model="counts.category_id" class="field">
          <option :value="null">{{ t("settings.noCategory") }}</option>
          <option v-for="choice in grading.categories" :key="choice.id" :value="choice.id">
            {{ choice.name }}
          </option>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('settings.lateRule')">
        <select :id="field" v-model="counts.late_rule_id" class="field">
          <option :value="null">{{ t("settings.noLateRule") }}</option>
          <option v-for="choice in grading.late_rules" :key="choice.id" :value="choice.id">
            {{ choice.name }}
          </option>
        </select>
      </UiField>
    </div>
    <UiField v-slot="{ field }" class="mt-2 max-w-[260px]" :label="t('settings.counting')">
      <select :id="field" v-model="counts.counting" class="field">
        <option v-for="one in COUNTINGS" :key="one" :value="one">
          {{ t(`settings.countingChoice.${one}`) }}
        </option>
      </select>
    </UiField>
    <UiCheck v-model="counts.hold" class="mt-2" :label="t('settings.hold')" />
    <UiCheck
      v-if="counts.anonymous !== null && counts.anonymous !== undefined"
      v-model="counts.anonymous"
      :label="t('settings.anonymous')"
    />
    <UiCheck
      v-if="counts.two_graders !== null && counts.two_graders !== undefined"
      v-model="counts.two_graders"
      :label="t('settings.twoGraders')"
    />
  </fieldset>
</template>
