<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiField from "@/ui/field/UiField.vue";

/** A password that is set for the first time, or anew, with what it must be like. */
const password = defineModel<string>({ required: true });
const { t } = useI18n();
</script>

<template>
  <UiField v-slot="{ field }" :label="t('door.newPassword')">
    <input
      :id="field"
      v-model="password"
      class="field"
      type="password"
      autocomplete="new-password"
      minlength="10"
      required
    />
    <p class="mt-1 text-[14px] text-soft">{{ t("door.rule") }}</p>
  </UiField>
</template>
