<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";

/** Which linked systems sent scores of these items, and how fresh what they say is. */
const { items, zone, now } = defineProps<{ items: Shapes["ItemRow"][]; zone: string; now: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const heard = computed(
  () => new Map(items.flatMap(({ source }) => (source?.heard_at ? [[source.system, source.heard_at]] : []))),
);
</script>

<template>
  <p v-for="[system, at] in heard" :key="system" class="text-[14px] font-normal text-soft">
    {{ t("standing.heard", { system, ago: times.relative(at, now) }) }}
  </p>
</template>
