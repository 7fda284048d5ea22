<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import type { Running } from "../model/running";

/** What is to be known of the line, of another window, of the end: said once, where the questions are. */
const { running, zone } = defineProps<{ running: Running; zone: string }>();
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => zone);
const { sending, taking } = running.attempt;
const words = computed(() => {
  const ends = taking.value?.ends_at;
  if (running.timeUp.value) return t("quiz.timeUp", { at: ends ? times.value.clock(ends) : "" });
  if (sending.line.value === "lost") {
    const n = sending.unsent.value;
    return `${t("quiz.lost", { n }, n)} ${ends ? t("quiz.lostClock") : ""}`;
  }
  if (sending.line.value === "refused") return wrong(sending.refused.value);
  return running.said.value;
});
</script>

<template>
  <div v-if="!running.held.value" role="alert" class="said late">
    <p>{{ t("quiz.elsewhere") }}</p>
    <p v-if="sending.unsent.value" class="mt-1">
      {{ t("quiz.elsewhereUnsent", { n: sending.unsent.value }, sending.unsent.value) }}
    </p>
    <UiButton look="main" class="mt-2" @click="running.takeOver">{{ t("quiz.takeOver") }}</UiButton>
  </div>
  <p class="said empty:hidden" :class="{ late: sending.line.value !== 'kept' }" role="status">{{ words }}</p>
</template>

<style scoped>
.said {
  margin-bottom: 12px;
  padding: 8px 14px;
  border-left: 4px solid var(--now);
  background: var(--sheet);
}
.late {
  border-color: var(--late);
}
</style>
