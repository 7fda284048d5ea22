<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { vKept } from "@/ui/field/kept";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { freshKey, without, type Form } from "../model/grading";

/** What late work loses, and what work counts that is not there. */
const form = defineModel<Form>({ required: true });
const { said } = defineProps<{ said: Shapes["GradingSaid"] }>();
const { t } = useI18n();
const MISSING = ["zero", "percent", "blank"] as const;

function add(): void {
  form.value.late_rules.push({
    key: freshKey(form.value.late_rules),
    name: "",
    percent: "10",
    per: "day",
    grace_minutes: 0,
    floor_percent: "0",
  });
}
</script>

<template>
  <section class="card p-4">
    <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.late") }}</h2>
    <p v-if="!form.late_rules.length" class="text-[14.5px] text-soft">{{ t("weighing.noLate") }}</p>
    <div v-for="(one, n) in form.late_rules" :key="one.key" class="one">
      <div class="fields">
        <UiInput
          :label="t('weighing.loses')"
          type="number"
          min="0"
          max="100"
          step="any"
          :value="one.percent"
          @set="(v) => (one.percent = v || '0')"
        />
        <UiField v-slot="{ field }" :label="t('weighing.per')">
          <select :id="field" v-model="one.per" class="field">
            <option value="day">{{ t("weighing.perDay") }}</option>
            <option value="hour">{{ t("weighing.perHour") }}</option>
          </select>
        </UiField>
        <UiInput
          :label="t('weighing.grace')"
          type="number"
          min="0"
          :value="one.grace_minutes"
          @set="(v) => (one.grace_minutes = Math.floor(Number(v) || 0))"
        />
        <UiInput
          :label="t('weighing.floor')"
          type="number"
          min="0"
          max="100"
          step="any"
          :value="one.floor_percent"
          @set="(v) => (one.floor_percent = v || '0')"
        />
        <UiInput
          :label="t('weighing.lateName')"
          :value="one.name"
          maxlength="100"
          :placeholder="t('weighing.lateNameHint')"
          @set="(v) => (one.name = v)"
        />
        <UiButton look="text" class="self-end" @click="without(form, 'late_rule', one.key)">{{
          t("weighing.remove")
        }}</UiButton>
      </div>
      <p class="mt-1 text-[14.5px] text-soft">{{ said.late_rules[n] }}</p>
    </div>
    <UiButton class="mt-2" @click="add">{{ t("weighing.addLate") }}</UiButton>
    <fieldset class="mt-4 border-t border-rule-faint pt-3">
      <legend class="sr-only">{{ t("weighing.missing") }}</legend>
      <div class="flex flex-wrap items-center gap-x-5 gap-y-1 text-[15px]">
        <b class="font-semibold" aria-hidden="true">{{ t("weighing.missing") }}</b>
        <label v-for="kind in MISSING" :key="kind" class="flex min-h-7 items-center gap-2"
          ><input v-model="form.missing" type="radio" name="missing" :value="kind" />
          {{ t(`weighing.missingKind.${kind}`) }}</label
        >
        <input
          v-if="form.missing === 'percent'"
          class="field figures !w-24"
          type="number"
          min="0"
          max="100"
          step="any"
          :aria-label="t('weighing.missingPercent')"
          v-kept="form.missing_percent"
          @change="form.missing_percent = ($event.target as HTMLInputElement).value || '0'"
        />
      </div>
      <p class="mt-1 text-[14.5px] text-soft">{{ said.missing }}</p>
    </fieldset>
  </section>
</template>

<style scoped>
.one {
  padding: 10px 0;
  border-top: 1px solid var(--rule-faint);
}
.fields {
  display: grid;
  grid-template-columns: 90px 120px 120px 130px minmax(0, 1fr) auto;
  gap: 10px;
}
@media screen and (max-width: 719px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
