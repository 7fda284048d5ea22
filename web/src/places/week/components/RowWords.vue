<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import OpenWord from "./OpenWord.vue";

/** What a teacher reads beside a row's facts: that it opens on conditions, and whether students see it. */
const { row, canLayOut } = defineProps<{ row: Shapes["Row"]; canLayOut: boolean }>();
const emit = defineEmits<{ conditions: []; opening: [] }>();
const { t } = useI18n();
</script>

<template>
  <template v-if="row.conditional">
    <button v-if="canLayOut" type="button" class="conditions" @click="emit('conditions')">
      {{ t("opening.conditional") }}
    </button>
    <template v-else>{{ t("opening.conditional") }}</template> ·
  </template>
  <OpenWord v-if="canLayOut" :title="row.title" :open="row.published" @press="emit('opening')" />
  <template v-else>{{ t(row.published ? "opening.open" : "size.draft") }}</template>
</template>

<style scoped>
.conditions {
  min-height: 24px;
  font-size: 13px;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
</style>
