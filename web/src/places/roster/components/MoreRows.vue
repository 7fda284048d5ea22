<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { ROWS } from "./rows";

/** The rest of a long list, drawn when it is asked for. */
const { all } = defineProps<{ all: number }>();
const most = defineModel<number>({ required: true });
const { t } = useI18n();
</script>

<template>
  <p v-if="all > most" class="flex items-center gap-3 p-3 text-[14px] text-soft">
    {{ t("roster.shownOf", { n: most, all }) }}
    <UiButton @click="most += ROWS">{{ t("roster.more", { n: Math.min(ROWS, all - most) }) }}</UiButton>
  </p>
</template>
