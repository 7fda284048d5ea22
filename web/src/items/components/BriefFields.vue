<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useConditions } from "../queries";

/** What an assignment takes. */
const brief = defineModel<Shapes["Brief"]>({ required: true });
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const { data: choices } = useConditions(
  () => slug,
  () => "item",
  () => id,
);

function setAttempts(text: string): void {
  brief.value.attempts = text ? Number(text) : null;
}
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ t("settings.brief") }}</legend>
    <div class="flex flex-wrap gap-x-6">
      <UiCheck v-model="brief.takes_hand_ins" :label="t('settings.takesHandIns')" />
      <UiCheck v-model="brief.takes_text" :label="t('settings.takesText')" />
      <UiCheck v-model="brief.takes_photos" :label="t('settings.takesPhotos')" />
      <UiCheck v-model="brief.takes_files" :label="t('settings.takesFiles')" />
      <UiCheck v-model="brief.takes_recordings" :label="t('settings.takesRecordings')" />
      <UiCheck v-model="brief.takes_link" :label="t('settings.takesLink')" />
    </div>
    <UiField
      v-if="brief.takes_hand_ins && brief.takes_text"
      v-slot="{ field }"
      :label="t('settings.template')"
      class="mt-2"
    >
      <textarea
        :id="field"
        v-model="brief.template"
        class="field"
        rows="3"
        maxlength="20000"
        :placeholder="t('settings.templateHint')"
      />
    </UiField>
    <template v-if="brief.takes_hand_ins">
      <UiCheck
        class="mt-2"
        :model-value="brief.in_groups ?? false"
        :label="t('together.setting')"
        @update:model-value="(on) => (brief.in_groups = on)"
      />
      <div v-if="brief.in_groups && choices" class="ml-6">
        <p class="text-[13.5px] text-soft">
          {{ t(choices.groups.length ? "together.which" : "together.nobody") }}
        </p>
        <div class="flex flex-wrap gap-x-5">
          <label v-for="group in choices.groups" :key="group.id" class="flex min-h-7 items-center gap-2">
            <input v-model="brief.groups" type="checkbox" :value="group.id" /> {{ group.title }}
          </label>
        </div>
      </div>
    </template>
    <div v-if="brief.takes_hand_ins" class="mt-2 grid gap-3 sm:grid-cols-3">
      <UiField v-slot="{ field }" :label="t('settings.mostFiles')">
        <input
          :id="field"
          v-model.number="brief.most_files"
          class="field figures"
          type="number"
          min="1"
          max="40"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('settings.mostMegabytes')">
        <input
          :id="field"
          v-model.number="brief.most_megabytes"
          class="field figures"
          type="number"
          min="1"
          max="50"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('settings.attempts')">
        <input
          :id="field"
          :value="brief.attempts ?? ''"
          class="field figures"
          type="number"
          min="1"
          max="20"
          @input="setAttempts(valueOf($event))"
        />
      </UiField>
    </div>
  </fieldset>
</template>
