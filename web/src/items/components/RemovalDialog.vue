<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import type { Ask } from "../removing";

/** What goes out of sight along with what is taken away; nothing is done before it is meant. */
const { ask } = defineProps<{ ask: Ask }>();
const { t } = useI18n();
</script>

<template>
  <UiDialog :open="true" :title="t('removal.title')" @close="ask.answer(false)">
    <p class="mb-4">{{ ask.text }}</p>
    <div class="flex flex-wrap gap-2">
      <UiButton look="main" @click="ask.answer(false)">{{ t("removal.keep") }}</UiButton>
      <UiButton @click="ask.answer(true)">{{ t("removal.remove") }}</UiButton>
    </div>
  </UiDialog>
</template>
