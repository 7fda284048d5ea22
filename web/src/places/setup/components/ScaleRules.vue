<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { copyOf } from "@/api/copy";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { SCALES, type Form } from "../model/grading";

/** Letters, or other words, for parts of the scale; and how totals are rounded. */
const form = defineModel<Form>({ required: true });
const { said } = defineProps<{ said: Shapes["GradingSaid"] }>();
const { t } = useI18n();
const take = (name: keyof typeof SCALES): void => void (form.value.bands = copyOf(SCALES[name]));
const remove = (n: number): void => void (form.value.bands = form.value.bands.filter((_, at) => at !== n));
</script>

<template>
  <section class="card p-4">
    <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.scale") }}</h2>
    <div v-if="!form.bands.length" class="flex flex-wrap items-center gap-2">
      <span class="text-[14.5px] text-soft">{{ t("weighing.noScale") }}</span>
      <UiButton @click="take('letters')">{{ t("weighing.letters") }}</UiButton>
      <UiButton @click="take('pass')">{{ t("weighing.pass") }}</UiButton>
    </div>
    <ul v-else class="bands">
      <li v-for="(band, n) in form.bands" :key="n">
        <UiInput
          :label="t('weighing.band')"
          :value="band.name"
          maxlength="40"
          @set="(v) => (band.name = v)"
        />
        <UiInput
          :label="t('weighing.from')"
          type="number"
          min="0"
          max="200"
          step="any"
          :value="band.lower"
          @set="(v) => (band.lower = v || '0')"
        />
        <UiButton
          look="text"
          class="self-end"
          :aria-label="t('weighing.removeOf', { name: band.name })"
          @click="remove(n)"
          >{{ t("weighing.remove") }}</UiButton
        >
      </li>
    </ul>
    <UiButton v-if="form.bands.length" class="mt-2" @click="form.bands.push({ name: '', lower: '0' })">{{
      t("weighing.addBand")
    }}</UiButton>
    <p class="mt-2 text-[14.5px] text-soft">{{ said.scale }}</p>
    <div class="mt-3 flex flex-wrap items-end gap-x-5 gap-y-2 border-t border-rule-faint pt-3">
      <UiField v-slot="{ field }" :label="t('weighing.decimals')">
        <select :id="field" v-model.number="form.decimals" class="field !w-40">
          <option v-for="n in 4" :key="n" :value="n - 1">
            {{ t("weighing.decimal", { n: n - 1 }, n - 1) }}
          </option>
        </select>
      </UiField>
      <UiField v-if="form.bands.length" v-slot="{ field }" :label="t('weighing.readFrom')">
        <select :id="field" v-model="form.letters_on_rounded" class="field">
          <option :value="true">{{ t("weighing.fromRounded") }}</option>
          <option :value="false">{{ t("weighing.fromExact") }}</option>
        </select>
      </UiField>
    </div>
    <p class="mt-1 text-[14.5px] text-soft">{{ said.rounding }}</p>
  </section>
</template>

<style scoped>
.bands {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 8px 20px;
}
.bands li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px auto;
  gap: 8px;
}
</style>
