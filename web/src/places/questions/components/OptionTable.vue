<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { checkedOf, valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { anOption } from "../model/blank";

type Option = Shapes["Option"];
/** What can be chosen, or put in order. */
const { options, several, ordering } = defineProps<{
  options: Option[];
  several: boolean;
  ordering: boolean;
}>();
const emit = defineEmits<{ change: [options: Option[]] }>();
const { t } = useI18n();

const set = (n: number, change: Partial<Option>): void =>
  emit(
    "change",
    options.map((option, index) => (index === n ? { ...option, ...change } : option)),
  );
/** Of a single choice only one is right. */
const mark = (n: number, right: boolean): void =>
  emit(
    "change",
    options.map((option, index) => ({ ...option, right: index === n ? right : several && option.right })),
  );
const plain = (html: string): string => html.replace(/<\/?p>/g, "");
const takeOut = (n: number): void =>
  emit(
    "change",
    options.filter((_, index) => index !== n),
  );
</script>

<template>
  <div>
    <p v-if="ordering" class="mb-1 text-[13px] text-soft">{{ t("question.orderHint") }}</p>
    <div v-for="(option, n) in options" :key="option.name" class="row" :class="{ ordering }">
      <input
        v-if="!ordering"
        :type="several ? 'checkbox' : 'radio'"
        :checked="option.right"
        :aria-label="t('question.isRight', { name: plain(option.text) || option.name })"
        @change="mark(n, checkedOf($event))"
      />
      <span v-else class="figures">{{ n + 1 }}</span>
      <input
        class="field"
        v-kept="plain(option.text)"
        :aria-label="`${t('question.option')} ${option.name}`"
        @change="set(n, { text: valueOf($event).trim() })"
      />
      <input
        v-if="!ordering"
        class="field"
        v-kept="option.word"
        :placeholder="t('question.word')"
        :aria-label="t('question.optionWord', { name: plain(option.text) || option.name })"
        @change="set(n, { word: valueOf($event).trim() })"
      />
      <button
        type="button"
        class="out"
        :aria-label="t('question.takeOut', { name: plain(option.text) || option.name })"
        @click="takeOut(n)"
      >
        ×
      </button>
    </div>
    <UiButton look="text" @click="emit('change', [...options, anOption(options)])">{{
      t("question.addOption")
    }}</UiButton>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) minmax(0, 1fr) 30px;
  gap: 4px 8px;
  align-items: center;
  margin-bottom: 4px;
}
.row.ordering {
  grid-template-columns: 24px minmax(0, 1fr) 30px;
}
.row input[type="radio"],
.row input[type="checkbox"] {
  width: 24px;
  height: 24px;
}
.field {
  min-height: 32px;
  padding: 3px 7px;
}
.out {
  min-width: 28px;
  min-height: 28px;
  color: var(--ink-soft);
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: 24px minmax(0, 1fr) 30px;
  }
  .row input:nth-of-type(3) {
    grid-column: 2;
    grid-row: 2;
  }
}
</style>
