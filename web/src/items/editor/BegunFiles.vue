<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { discardBegun } from "@/api/uploads";
import { own } from "@/api/reads";
import { sizeWords } from "@/items/model/sizes";
import UiButton from "@/ui/button/UiButton.vue";

/** Large files whose line broke off, here or on another device: how much has come, and how they go on. */
const { address, under } = defineProps<{
  address: string;
  /** Names of those that are just being sent from here. */
  under: string[];
}>();
const { t, locale } = useI18n();
const { data, refetch } = useQuery(own.begun(() => address));
const broken = computed(() => data.value?.filter((one) => !one.used && !under.includes(one.name)) ?? []);

async function discard(key: string): Promise<void> {
  await discardBegun(key);
  await refetch();
}
</script>

<template>
  <ul v-if="broken.length" class="mt-2 border-t border-rule">
    <li
      v-for="one in broken"
      :key="one.key"
      class="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5"
    >
      <span class="min-w-0 flex-1 [overflow-wrap:anywhere] text-late">{{
        t("files.begun", {
          name: one.name,
          came: sizeWords(one.received, locale),
          size: sizeWords(one.size, locale),
        })
      }}</span>
      <UiButton
        look="text"
        :aria-label="t('files.discardOne', { name: one.name })"
        @click="discard(one.key)"
        >{{ t("files.discard") }}</UiButton
      >
    </li>
  </ul>
</template>
