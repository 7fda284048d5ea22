<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { say } from "@/ui/notice/notices";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useAllowances, useAllowanceWrites } from "../queries";

/** One dialog for every allowance; `itemId` when it is given from an item. */
const {
  slug,
  itemId,
  personId = null,
} = defineProps<{ slug: string; itemId: number | null; personId?: number | null }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const { data } = useAllowances(() => slug);
const writes = useAllowanceWrites(() => slug);
const refused = ref("");
const form = reactive({
  level: "person" as "person" | "group" | "section",
  who: personId,
  item: itemId,
  due: "",
  days: 0,
  attempts: 0,
  factor: 1,
  excused: false,
  why: "",
});
const { mayClose } = useTyped(() => form);
const choices = computed<Shapes["Named"][]>(() => {
  if (!data.value) return [];
  return { person: data.value.students, group: data.value.groups, section: data.value.sections }[form.level];
});
watch(
  () => form.level,
  () => (form.who = null),
);

async function give(): Promise<void> {
  refused.value = "";
  const minutes = Math.round((form.days || 0) * 1440);
  try {
    await writes.allow.mutateAsync({
      person_id: form.level === "person" ? form.who : null,
      group_id: form.level === "group" ? form.who : null,
      section_id: form.level === "section" ? form.who : null,
      item_id: form.item,
      walls: form.item && form.due ? { due: form.due } : {},
      shift_minutes: !form.item && minutes ? { due: minutes } : {},
      extra_attempts: form.attempts || 0,
      time_factor: String(form.factor || 1),
      excused: form.excused,
      why: form.why,
    });
    say(t("allow.given"));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('allow.title')" :may-close="mayClose" @close="emit('close')">
    <p class="mb-3 text-[15px]">{{ t("allow.line") }}</p>
    <form v-if="data" class="grid gap-3" @submit.prevent="give">
      <div class="grid gap-3 sm:grid-cols-2">
        <UiField v-slot="{ field }" :label="t('allow.whom')">
          <select :id="field" v-model="form.level" class="field">
            <option value="person">{{ t("allow.student") }}</option>
            <option value="group" :disabled="!data.groups.length">{{ t("allow.group") }}</option>
            <option value="section" :disabled="!data.sections.length">{{ t("allow.section") }}</option>
          </select>
        </UiField>
        <UiField v-slot="{ field }" :label="t('allow.who')">
          <select :id="field" v-model="form.who" class="field" required>
            <option v-for="one in choices" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </UiField>
        <UiField v-slot="{ field }" :label="t('allow.what')">
          <select :id="field" v-model="form.item" class="field">
            <option :value="null">{{ t("allow.everything") }}</option>
            <option v-for="one in data.items" :key="one.id" :value="one.id">
              {{ one.step }}.{{ one.number }} {{ one.title }}
            </option>
          </select>
        </UiField>
        <MomentField
          v-if="form.item"
          v-model="form.due"
          :label="t('allow.dueAt')"
          :time-label="t('allow.timeOf')"
          usual="23:59"
        />
        <UiField v-else v-slot="{ field }" :label="t('allow.days')"
          ><input
            :id="field"
            v-model.number="form.days"
            class="field figures"
            type="number"
            step="0.5"
            min="-30"
            max="300"
        /></UiField>
        <UiField v-slot="{ field }" :label="t('allow.attempts')"
          ><input
            :id="field"
            v-model.number="form.attempts"
            class="field figures"
            type="number"
            min="0"
            max="100"
        /></UiField>
        <UiField v-slot="{ field }" :label="t('allow.factor')"
          ><input
            :id="field"
            v-model.number="form.factor"
            class="field figures"
            type="number"
            min="0.5"
            max="10"
            step="0.05"
        /></UiField>
      </div>
      <UiCheck v-model="form.excused" :label="t('allow.excused')" />
      <UiField v-slot="{ field }" :label="t('allow.why')"
        ><input :id="field" v-model="form.why" class="field" maxlength="300"
      /></UiField>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="form.who === null">{{ t("allow.give") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
