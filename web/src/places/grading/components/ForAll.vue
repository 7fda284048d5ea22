<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiCheck from "@/ui/field/UiCheck.vue";

/** Whether what is given or said goes to all who did the work together. */
const on = defineModel<boolean>({ required: true });
const { work } = defineProps<{ work: Shapes["Work"] }>();
const { t, locale } = useI18n();
const people = computed(() =>
  new Intl.ListFormat(locale.value).format(work.fellows.map((fellow) => fellow.name)),
);
</script>

<template>
  <UiCheck
    v-if="work.fellows.length"
    v-model="on"
    :label="t('together.all', { people, group: work.group })"
  />
</template>
