<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import RichText from "@/ui/richtext/RichText.vue";

/** An answer as it was given: as it was typed, or what was chosen, ordered or matched. */
const { asked, value } = defineProps<{
  asked: Shapes["AskedOut"];
  value: string | string[] | Record<string, string>;
}>();
const { t } = useI18n();
const textOf = (name: string): string =>
  [...asked.options, ...asked.targets].find((one) => one.name === name)?.text ?? "";
const chosen = computed(() => (Array.isArray(value) ? value.map(textOf) : []));
const pairs = computed(() =>
  typeof value === "object" && !Array.isArray(value)
    ? Object.entries(value).map(([a, b]) => [textOf(a), textOf(b)] as const)
    : [],
);
const typed = computed(() => (typeof value === "string" ? value : ""));
</script>

<template>
  <ol v-if="chosen.length" :class="{ ordered: asked.asks === 'ordering' }">
    <li v-for="(text, n) in chosen" :key="n"><RichText :html="text" /></li>
  </ol>
  <ul v-else-if="pairs.length">
    <li v-for="[left, right] in pairs" :key="left" class="flex gap-2">
      <RichText :html="left" /><span aria-hidden="true">–</span><RichText :html="right" />
    </li>
  </ul>
  <p v-else-if="typed.trim()" class="typed" :class="{ figures: asked.asks !== 'by_hand' }">{{ typed }}</p>
  <p v-else class="text-soft">{{ t("quiz.nothingGiven") }}</p>
</template>

<style scoped>
.ordered {
  list-style: decimal;
  padding-left: 20px;
}
.typed {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
</style>
