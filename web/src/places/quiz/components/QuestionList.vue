<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import StateTile from "@/ui/tile/StateTile.vue";
import { questionWords, tileOfState } from "../model/states";

/** The questions of an attempt in order, each with how it stands. */
const { taking, at, word } = defineProps<{ taking: Shapes["Taking"]; at: number; word: string }>();
const emit = defineEmits<{ go: [position: number] }>();
const { t } = useI18n();
const forced = computed(() => taking.one_by_one && !taking.back);
</script>

<template>
  <nav class="list no-print" :aria-label="t('quiz.questions')">
    <h2 class="head">
      {{
        t("quiz.head", {
          questions: t("quiz.count", { n: taking.questions.length }, taking.questions.length),
          points: t("quiz.points", { n: taking.points }, Number(taking.points)),
        })
      }}
    </h2>
    <ol>
      <li v-for="question in taking.questions" :key="question.id">
        <button
          type="button"
          class="entry"
          :class="{ on: question.position === at, wrong: question.state === 'form' }"
          :aria-current="question.position === at ? 'step' : undefined"
          :disabled="forced && question.position !== at"
          @click="emit('go', question.position)"
        >
          <span class="figures text-soft">{{ question.position + 1 }}</span>
          <StateTile :tile="tileOfState(question.state)" :size="15" class="mt-1" />
          <span class="min-w-0">
            <b class="name">{{ question.name }}</b>
            <span class="words">{{ questionWords(question, t) }}</span>
          </span>
        </button>
      </li>
    </ol>
    <p class="foot">{{ word }}</p>
  </nav>
</template>

<style scoped>
.list {
  width: 232px;
  flex: none;
  padding: 12px 0 60px;
  border-right: 1px solid var(--rule);
  background: var(--band);
  font-size: 14px;
}
.head {
  padding: 4px 16px 6px 24px;
  color: var(--ink-soft);
  font: 650 13.5px var(--font-head);
}
.entry {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  width: 100%;
  padding: 6px 12px 6px 24px;
  line-height: 1.3;
  text-align: left;
}
.entry:hover:not(:disabled) {
  background: var(--wash);
}
.entry .figures {
  width: 16px;
  text-align: right;
}
.name {
  display: block;
  font-weight: 650;
  overflow-wrap: anywhere;
}
.words {
  display: block;
  color: var(--ink-soft);
  font-size: 12.5px;
}
.on {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.foot {
  padding: 12px 16px 0 24px;
  color: var(--ink-soft);
  font-size: 12.5px;
}
@media (max-width: 1023px) {
  .list {
    width: auto;
    padding: 6px 0;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
  .head,
  .foot,
  .words {
    display: none;
  }
  ol {
    display: flex;
    gap: 2px;
    padding: 0 10px;
    overflow-x: auto;
  }
  .entry {
    gap: 6px;
    min-width: 44px;
    min-height: 40px;
    padding: 8px;
  }
  .name {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
</style>
