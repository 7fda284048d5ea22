<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";

/** That an attempt was given back to be done again, by whom and why. */
const { given, zone } = defineProps<{ given: Shapes["Returned"]; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
</script>

<template>
  <div class="border-l-4 border-now bg-now-wash px-4 py-2.5">
    <p class="font-semibold">{{ t("again.card", { by: given.by, at: times.moment(given.at) }) }}</p>
    <p v-if="given.parts.length" class="mt-1">
      {{ t("again.onlyParts", { parts: given.parts.join(" · ") }) }}
    </p>
    <p class="mt-1 max-w-[72ch] [overflow-wrap:anywhere] whitespace-pre-wrap">{{ given.why }}</p>
    <slot />
  </div>
</template>
