<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiAsk from "@/ui/dialog/UiAsk.vue";
import { asked } from "./unsaved";

/** 'Leave without saving?' */
const { t } = useI18n();
const answer = (leave: boolean): void => asked.value?.(leave);
</script>

<template>
  <UiAsk :open="asked !== null" :title="t('leave.title')" @cancel="answer(false)">
    <p class="mb-4">{{ t("leave.text") }}</p>
    <div class="flex flex-wrap gap-2">
      <UiButton look="main" @click="answer(false)">{{ t("leave.stay") }}</UiButton>
      <UiButton @click="answer(true)">{{ t("leave.leave") }}</UiButton>
    </div>
  </UiAsk>
</template>
