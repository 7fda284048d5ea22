<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import RichText from "@/ui/richtext/RichText.vue";
import { rulingWords } from "./context";

/** What was said to a question, the oldest first, with what was ruled. */
const { lines, zone } = defineProps<{ lines: Shapes["QuestionLineOut"][]; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
</script>

<template>
  <div v-for="line in lines" :key="line.id" class="line" :class="{ answer: line.answer }">
    <p class="text-[13.5px] text-soft">{{ line.author }} · {{ times.moment(line.at) }}</p>
    <p v-if="line.ruling" class="font-semibold">{{ rulingWords(line.ruling, t) }}</p>
    <RichText class="words" :html="line.html" />
  </div>
</template>

<style scoped>
.words {
  margin: 2px 0 6px;
  font-size: 15.5px;
}
.line {
  margin: 6px 0 0 14px;
  padding-left: 12px;
  border-left: 3px solid var(--rule);
}
.answer {
  border-left-color: var(--deep);
}
</style>
