<script setup lang="ts">
import { onMounted, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import MomentField from "@/ui/field/MomentField.vue";
import type { Condition } from "../model/conditions";

/** The fields of one condition, by its kind. */
const condition = defineModel<Condition>({ required: true });
const { choices } = defineProps<{ choices: Shapes["ConditionChoices"] }>();
const { t } = useI18n();
const list = useTemplateRef<HTMLElement>("list");

/** What is chosen already is in sight. */
onMounted(() => {
  const first = list.value?.querySelector<HTMLElement>("input:checked")?.closest<HTMLElement>("label");
  if (list.value && first) list.value.scrollTop = first.offsetTop - list.value.offsetTop - 30;
});
const scored = (module: Shapes["ChosenModule"]) => module.items.filter((i) => i.scored);
</script>

<template>
  <div v-if="condition.on === 'done'" class="grid gap-2">
    <div
      ref="list"
      class="max-h-44 overflow-y-auto border border-rule px-3 py-1.5"
      role="group"
      :aria-label="t('conditions.items')"
    >
      <template v-for="module in choices.modules" :key="module.step + module.title">
        <p v-if="module.items.length" class="pt-1.5 text-[12.5px] text-soft">{{ module.title }}</p>
        <label
          v-for="item in module.items"
          :key="item.id"
          class="flex min-h-7 items-center gap-2 text-[15px]"
        >
          <input v-model="condition.items" type="checkbox" :value="item.id" /> {{ item.title }}
        </label>
      </template>
    </div>
    <label v-if="condition.items.length > 1" class="flex items-center gap-2 text-[15px]">
      {{ t("conditions.howMany") }}
      <select v-model="condition.of" class="field !w-auto">
        <option :value="null">{{ t("conditions.allOf", { n: condition.items.length }) }}</option>
        <option v-for="n in condition.items.length - 1" :key="n" :value="n">
          {{ t("conditions.anyOf", { n, all: condition.items.length }) }}
        </option>
      </select>
    </label>
  </div>
  <div v-else-if="condition.on === 'score'" class="grid gap-2 sm:grid-cols-[1fr_8rem]">
    <UiField v-slot="{ field }" :label="t('conditions.scoreOf')">
      <select :id="field" v-model="condition.item" class="field">
        <option :value="0" disabled>{{ t("conditions.choose") }}</option>
        <template v-for="module in choices.modules" :key="module.step + module.title">
          <optgroup v-if="scored(module).length" :label="module.title">
            <option v-for="item in scored(module)" :key="item.id" :value="item.id">{{ item.title }}</option>
          </optgroup>
        </template>
      </select>
    </UiField>
    <UiField v-slot="{ field }" :label="t('conditions.percent')">
      <input
        :id="field"
        v-model.number="condition.percent"
        class="field figures"
        type="number"
        min="1"
        max="100"
      />
    </UiField>
  </div>
  <MomentField
    v-else-if="condition.on === 'date'"
    v-model="condition.wall"
    :label="t('conditions.day')"
    :time-label="t('conditions.time')"
    usual="00:00"
  />
  <div v-else-if="condition.on === 'for'" role="group" :aria-label="t('conditions.whom')">
    <label
      v-for="one in choices.groups"
      :key="`g${one.id}`"
      class="flex min-h-7 items-center gap-2 text-[15px]"
    >
      <input v-model="condition.groups" type="checkbox" :value="one.id" />
      {{ t("conditions.group", { name: one.title }) }}
    </label>
    <label
      v-for="one in choices.sections"
      :key="`s${one.id}`"
      class="flex min-h-7 items-center gap-2 text-[15px]"
    >
      <input v-model="condition.sections" type="checkbox" :value="one.id" /> {{ one.title }}
    </label>
    <p v-if="!choices.groups.length && !choices.sections.length" class="text-[14px] text-soft">
      {{ t("conditions.nobody") }}
    </p>
  </div>
  <UiCheck v-else v-model="condition.opened!" :label="t('conditions.openNow')" />
</template>
