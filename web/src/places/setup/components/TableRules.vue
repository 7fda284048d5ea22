<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { freshKey, type Form } from "../model/grading";
import TableFields from "./TableFields.vue";

/** Tables that record other percentages for the points, for some weeks, one category, one group. */
const form = defineModel<Form>({ required: true });
const { said, groups, weeks } = defineProps<{
  said: Shapes["GradingSaid"];
  groups: Shapes["Named"][];
  weeks: number[];
}>();
const { t } = useI18n();

function add(): void {
  const there = form.value.tables;
  const rows = [
    { points: "0", percent: "0" },
    { points: "100", percent: "100" },
  ];
  there.push({
    key: freshKey(there),
    name: "",
    rows,
    category: null,
    group: null,
    from_week: null,
    until_week: null,
    from_day: null,
    until_day: null,
  });
}
const remove = (key: string): void => {
  form.value.tables = form.value.tables.filter((one) => one.key !== key);
};
</script>

<template>
  <section class="card p-4" :aria-label="t('weighing.tables')">
    <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.tables") }}</h2>
    <p v-if="!form.tables.length" class="max-w-[72ch] text-[14.5px] text-soft">
      {{ t("weighing.noTables") }}
    </p>
    <TableFields
      v-for="(one, n) in form.tables"
      :key="one.key"
      v-model="form.tables[n]!"
      :said="said.tables[n] ?? ''"
      :categories="form.categories"
      :groups="groups"
      :weeks="weeks"
      @remove="remove(one.key)"
    />
    <UiButton class="mt-2" @click="add">{{ t("weighing.addTable") }}</UiButton>
  </section>
</template>
