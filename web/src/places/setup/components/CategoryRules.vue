<script setup lang="ts">
import { computed, nextTick, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { freshKey, setWeighted, weighted, without, type Category, type Form } from "../model/grading";

/** The categories: name, weight, drops; under each the sentence that it makes. */
const form = defineModel<Form>({ required: true });
const { said } = defineProps<{ said: Shapes["GradingSaid"] }>();
const { t } = useI18n();
const byWeight = computed(() => weighted(form.value) || !form.value.categories.length);
const list = useTemplateRef<HTMLElement>("list");
const parts = computed(() => {
  const plain = form.value.categories.filter((one) => !one.extra_credit && Number(one.weight) > 0);
  const whole = plain.reduce((sum, one) => sum + Number(one.weight), 0);
  return plain.map((one) => ({ ...one, share: (Number(one.weight) / whole) * 100 }));
});
const countOf = (value: string): number => Math.max(0, Math.floor(Number(value) || 0));

async function add(): Promise<void> {
  const there = form.value.categories;
  const left = 100 - there.reduce((sum, one) => sum + (one.extra_credit ? 0 : Number(one.weight ?? 0)), 0);
  there.push({
    key: freshKey(there),
    name: "",
    weight: byWeight.value ? String(Math.max(left, 0)) : null,
    drop_lowest: 0,
    drop_highest: 0,
    equal_items: false,
    extra_credit: false,
  });
  await nextTick();
  const names = list.value?.querySelectorAll<HTMLInputElement>("[data-name] input") ?? [];
  names[names.length - 1]?.focus();
}
function scale(): void {
  for (const [n, weight] of said.scaled.entries()) {
    const one = form.value.categories[n];
    if (one) one.weight = String(Number(weight));
  }
}
function move(one: Category, by: number): void {
  const all = form.value.categories;
  const at = all.indexOf(one);
  if (all[at + by]) [all[at], all[at + by]] = [all[at + by]!, one];
}
</script>

<template>
  <section ref="list" class="card p-4">
    <div class="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h2 class="text-[17px] font-bold">{{ t("weighing.categories") }}</h2>
      <div role="radiogroup" :aria-label="t('weighing.how')" class="flex flex-wrap gap-x-4 text-[15px]">
        <label v-for="on in [true, false]" :key="String(on)" class="flex min-h-7 items-center gap-2"
          ><input
            type="radio"
            name="how"
            :checked="byWeight === on"
            :disabled="!form.categories.length"
            @change="setWeighted(form, on)"
          />
          {{ t(on ? "weighing.byWeight" : "weighing.byPoints") }}</label
        >
      </div>
    </div>
    <div v-if="parts.length" class="strip" aria-hidden="true">
      <span v-for="one in parts" :key="one.key" :style="{ width: `${one.share}%` }" :title="one.name"
        >{{ one.name }} {{ Number(one.weight) }}</span
      >
    </div>
    <p class="mb-1 text-[14.5px]" role="status">
      {{ said.whole }}
      <UiButton v-if="said.scaled.length" look="text" @click="scale">{{ t("weighing.scale100") }}</UiButton>
    </p>
    <ol>
      <li v-for="(one, n) in form.categories" :key="one.key" class="one">
        <div class="fields">
          <UiInput
            data-name
            :label="t('weighing.name')"
            :value="one.name"
            maxlength="100"
            required
            @set="(v) => (one.name = v)"
          />
          <UiInput
            v-if="byWeight"
            :label="t('weighing.weight')"
            type="number"
            min="0"
            step="any"
            :value="one.weight"
            @set="(v) => (one.weight = v === '' ? null : v)"
          />
          <UiInput
            :label="t('weighing.dropLowest')"
            type="number"
            min="0"
            max="200"
            :value="one.drop_lowest"
            @set="(v) => (one.drop_lowest = countOf(v))"
          />
          <UiInput
            :label="t('weighing.dropHighest')"
            type="number"
            min="0"
            max="200"
            :value="one.drop_highest"
            @set="(v) => (one.drop_highest = countOf(v))"
          />
        </div>
        <div class="flex flex-wrap items-center gap-x-5 gap-y-1">
          <UiCheck v-model="one.equal_items" :label="t('weighing.equal')" />
          <UiCheck v-model="one.extra_credit" :label="t('weighing.extra')" />
          <span class="ml-auto flex flex-wrap gap-1">
            <UiButton
              v-if="n"
              look="text"
              :aria-label="t('weighing.upOf', { name: one.name })"
              @click="move(one, -1)"
              >{{ t("weighing.up") }}</UiButton
            >
            <UiButton
              look="text"
              :aria-label="t('weighing.removeOf', { name: one.name })"
              @click="without(form, 'category', one.key)"
              >{{ t("weighing.remove") }}</UiButton
            >
          </span>
        </div>
        <p class="text-[14.5px] text-soft">{{ said.categories[n] }}</p>
      </li>
    </ol>
    <UiButton class="mt-3" @click="add">{{ t("weighing.add") }}</UiButton>
  </section>
</template>

<style scoped>
.strip {
  display: flex;
  gap: 2px;
  margin-bottom: 6px;
}
.strip span {
  overflow: hidden;
  min-width: 6px;
  padding: 2px 7px;
  background: var(--wash);
  border-bottom: 3px solid var(--span);
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.one {
  padding: 12px 0 10px;
  border-top: 1px solid var(--rule-faint);
}
.fields {
  display: grid;
  grid-template-columns: minmax(0, 1fr) repeat(3, 110px);
  gap: 10px;
  margin-bottom: 4px;
}
@media screen and (max-width: 599px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
