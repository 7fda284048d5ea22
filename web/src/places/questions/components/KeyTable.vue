<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { amountShown, amountTyped } from "../model/amounts";
import { aKey, type Key } from "../model/blank";

/** The right answer, and others: taken too, or wrong with a word and a part of the points. */
const { keys, at, problems } = defineProps<{ keys: Key[]; at: string; problems: Record<string, string> }>();
const emit = defineEmits<{ change: [keys: Key[]] }>();
const { t } = useI18n();

const set = (n: number, change: Partial<Key>): void =>
  emit(
    "change",
    keys.map((key, index) => (index === n ? { ...key, ...change } : key)),
  );
const add = (): void => emit("change", [...keys, aKey("0")]);
const takeOut = (n: number): void =>
  emit(
    "change",
    keys.filter((_, index) => index !== n),
  );
</script>

<template>
  <div>
    <div v-for="(key, n) in keys" :key="n" class="row" :class="{ other: n > 0 }">
      <label class="whole">
        <span :class="{ 'sr-only': n > 1 }">{{ t(n ? "question.otherKey" : "question.key") }}</span>
        <input class="field figures" v-kept="key.text" @change="set(n, { text: valueOf($event).trim() })" />
      </label>
      <template v-if="n > 0">
        <label>
          <span :class="{ 'sr-only': n > 1 }">{{ t("question.word") }}</span>
          <input class="field" v-kept="key.word" @change="set(n, { word: valueOf($event).trim() })" />
        </label>
        <label>
          <span :class="{ 'sr-only': n > 1 }">{{ t("question.share") }}</span>
          <input
            class="field figures"
            v-kept="amountShown(key.credit)"
            @change="set(n, { credit: amountTyped(valueOf($event)) || '0' })"
          />
        </label>
        <button
          type="button"
          class="out"
          :aria-label="t('question.takeOut', { name: key.text })"
          @click="takeOut(n)"
        >
          ×
        </button>
      </template>
      <p v-if="problems[`${at}.keys.${n}`]" class="problem" role="alert">{{ problems[`${at}.keys.${n}`] }}</p>
    </div>
    <UiButton look="text" @click="add">{{ t("question.addKey") }}</UiButton>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px 8px;
  align-items: end;
  margin-bottom: 6px;
}
.row.other {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr) 120px 30px;
}
.row span:not(.sr-only) {
  display: block;
  color: var(--ink-soft);
  font-size: 12.5px;
}
.field {
  min-height: 32px;
  padding: 3px 7px;
}
.out {
  min-width: 28px;
  min-height: 32px;
  color: var(--ink-soft);
}
.problem {
  grid-column: 1 / -1;
  color: var(--late);
  font-size: 13.5px;
}
@media screen and (max-width: 719px) {
  .row.other {
    grid-template-columns: minmax(0, 1fr) 30px;
  }
}
</style>
