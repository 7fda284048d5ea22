<script setup lang="ts">
import { computed, useId, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { valueOf } from "@/ui/field/events";
import TypesetLine from "./TypesetLine.vue";

/** What is typed, and beside it how it is read; what is wrong with its form stands under it, apart from right or wrong. */
const {
  value,
  label,
  read = null,
  asked = "",
} = defineProps<{
  value: string;
  label: string;
  read?: Shapes["ReadOut"] | null;
  /** In words: what is asked for. */
  asked?: string;
}>();
const emit = defineEmits<{ change: [value: string] }>();
const { t } = useI18n();
const [field, told] = [useId(), useId()];
const ghost = useTemplateRef<HTMLElement>("ghost");
const SIGNS = ["°", "′", "″", "√", "π", "^"];
const input = useTemplateRef<HTMLInputElement>("input");
const error = computed(() => (value.trim() ? (read?.error ?? null) : null));
const pieces = computed(() => {
  const found = error.value;
  if (!found) return ["", "", ""];
  // A mark needs at least one character to stand under.
  const start = found.start === found.end ? Math.max(0, found.start - 1) : found.start;
  return [value.slice(0, start), value.slice(start, found.end), value.slice(found.end)];
});

function put(sign: string): void {
  const at = input.value;
  if (!at) return;
  const [from, to] = [at.selectionStart ?? value.length, at.selectionEnd ?? value.length];
  emit("change", value.slice(0, from) + sign + value.slice(to));
  at.focus();
  requestAnimationFrame(() => at.setSelectionRange(from + sign.length, from + sign.length));
}
const follow = (event: Event): void => {
  if (ghost.value) ghost.value.scrollLeft = (event.target as HTMLElement).scrollLeft;
};
</script>

<template>
  <div class="answer">
    <div class="box">
      <div class="half">
        <label :for="field">{{ label }}</label>
        <div class="typed">
          <div ref="ghost" class="ghost" aria-hidden="true">
            {{ pieces[0] }}<u>{{ pieces[1] }}</u
            >{{ pieces[2] }}
          </div>
          <input
            :id="field"
            ref="input"
            :value="value"
            :aria-invalid="error !== null"
            :aria-describedby="told"
            autocapitalize="off"
            autocomplete="off"
            autocorrect="off"
            spellcheck="false"
            maxlength="600"
            @input="emit('change', valueOf($event))"
            @scroll="follow"
          />
        </div>
      </div>
      <div class="half">
        <span>{{ t("answer.readAs") }}</span>
        <TypesetLine v-if="read?.latex" :latex="read.latex" />
        <span v-else class="nothing">{{ t("answer.nothingRead") }}</span>
      </div>
    </div>
    <div class="signs no-print">
      <button
        v-for="sign in SIGNS"
        :key="sign"
        type="button"
        :aria-label="t('answer.put', { sign })"
        @click="put(sign)"
      >
        {{ sign }}
      </button>
      <span class="text-soft">{{ asked }}</span>
    </div>
    <p :id="told" class="told" :class="{ wrong: error }" role="status">
      <template v-if="error">
        {{ error.words }} <span class="block text-soft">{{ t("answer.costsNothing") }}</span>
      </template>
    </p>
  </div>
</template>

<style scoped>
.answer {
  container-type: inline-size;
}
.box {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border: 2px solid var(--deep);
  border-radius: 4px;
  background: var(--sheet);
}
.half {
  min-width: 0;
  padding: 8px 14px 10px;
  overflow-x: auto;
}
.half + .half {
  border-left: 1px solid var(--rule);
}
.half label,
.half > span:first-child {
  display: block;
  color: var(--ink-soft);
  font-size: 12.5px;
}
.typed {
  position: relative;
}
.typed input,
.ghost {
  width: 100%;
  padding: 4px 0;
  border: 0;
  background: none;
  font: 19px/1.4 var(--font-mono);
  white-space: pre;
}
.typed input:focus {
  outline: none;
}
.box:focus-within {
  outline: 2px solid var(--deep);
  outline-offset: 2px;
}
.ghost {
  position: absolute;
  inset: 0;
  overflow: hidden;
  color: transparent;
  pointer-events: none;
}
.ghost u {
  text-decoration: underline wavy var(--late) 2px;
  text-underline-offset: 5px;
}
.nothing {
  color: var(--ink-soft);
}
.signs {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  margin-top: 6px;
  font-size: 13px;
}
.signs button {
  min-width: 30px;
  min-height: 28px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  font-family: var(--font-mono);
}
.signs span {
  margin-left: 8px;
}
.told.wrong {
  margin-top: 8px;
  padding: 8px 14px;
  border-left: 4px solid var(--late);
  background: color-mix(in srgb, var(--late) 7%, var(--sheet));
  font-size: 15px;
}
@container (max-width: 480px) {
  .box {
    grid-template-columns: 1fr;
  }
  .half + .half {
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
