<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import type { Running } from "../model/running";

/** Back, check, next, hand in. */
const { running, at, single, forced, question, locked } = defineProps<{
  running: Running;
  at: number;
  single: boolean;
  forced: boolean;
  question: Shapes["TakenQuestion"] | undefined;
  locked: boolean;
}>();
const emit = defineEmits<{ go: [position: number]; next: [] }>();
const { t } = useI18n();
const all = computed(() => running.attempt.taking.value?.questions.length ?? 0);
const last = computed(() => at >= all.value - 1);
const checks = computed(() => question !== undefined && question.tries_of !== null && !question.settled);
/** What is typed and not there yet is not said to be saved. */
const line = computed(() => {
  const { line: now, unsent } = running.attempt.sending;
  return now.value === "kept" && unsent.value ? "sending" : now.value;
});
const done = computed(() => running.attempt.answered.value);
/** Once all is answered, handing in is what is to be done next. */
const finished = computed(() => done.value === all.value || (single && last.value));
</script>

<template>
  <section class="foot no-print" :aria-label="t('item.steps')">
    <UiButton v-if="single && !forced && at > 0" look="text" @click="emit('go', at - 1)">{{
      t("quiz.back", { n: at })
    }}</UiButton>
    <span class="kept" role="status">{{ t(`quiz.line.${line}`) }}</span>
    <UiButton
      v-if="checks && question"
      :disabled="locked || running.checking.value"
      @click="running.check(question.id)"
      >{{ t("quiz.check") }}</UiButton
    >
    <UiButton v-if="single && !last" :look="finished ? 'plain' : 'main'" @click="emit('next')">{{
      t("quiz.next", { n: at + 2 })
    }}</UiButton>
    <UiButton :look="finished ? 'main' : 'text'" :disabled="locked" @click="running.letIn">{{
      t("quiz.handIn", { n: done, all })
    }}</UiButton>
  </section>
</template>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  z-index: 10;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  min-height: 54px;
  padding: 6px 24px;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
}
.kept {
  margin-right: auto;
  color: var(--ink-soft);
  font-size: 13px;
}
@media screen and (max-width: 719px) {
  .foot {
    bottom: 58px;
    padding: 6px 14px;
    gap: 6px 8px;
  }
}
</style>
