<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";

/** Notes over one page of somebody's work, each at its point; a press on the page says something there. */
const {
  notes,
  first,
  page,
  marking = false,
} = defineProps<{
  notes: Shapes["Note"][];
  /** The number of the first of them among all notes of the file. */
  first: number;
  page: number;
  marking?: boolean;
}>();
const emit = defineEmits<{
  add: [at: { across: number; down: number }, words: string];
  pick: [id: number];
}>();
const { t } = useI18n();
const MOST = 1000;
const MIDDLE = { across: 500, down: 100 };
const over = useTemplateRef<HTMLElement>("over");
const input = useTemplateRef<HTMLTextAreaElement>("input");
const at = ref<{ across: number; down: number } | null>(null);
const words = ref("");

async function begin(place: { across: number; down: number }): Promise<void> {
  at.value = place;
  await nextTick();
  input.value?.focus();
}

function press(event: MouseEvent): void {
  const box = over.value?.getBoundingClientRect();
  if (!marking || !box || event.target !== over.value) return;
  void begin({
    across: Math.round(((event.clientX - box.left) / box.width) * MOST),
    down: Math.round(((event.clientY - box.top) / box.height) * MOST),
  });
}

function save(): void {
  if (!at.value || !words.value.trim()) return;
  emit("add", at.value, words.value);
  cancel();
}

function cancel(): void {
  at.value = null;
  words.value = "";
}

const style = (place: { across: number | null; down: number | null }) => ({
  left: `${(place.across ?? 0) / 10}%`,
  top: `${(place.down ?? 0) / 10}%`,
});
defineExpose({ unsaved: () => words.value.trim() !== "" });
</script>

<template>
  <!-- By keys, the button below the page says something on it. -->
  <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -->
  <div ref="over" class="over" :class="{ marking }" @click="press">
    <button
      v-for="(note, n) in notes"
      :key="note.id"
      type="button"
      class="pin figures"
      :style="style(note)"
      :aria-label="t('notes.atPage', { n: first + n, page })"
      :title="note.words"
      @click="emit('pick', note.id)"
    >
      {{ first + n }}
    </button>
    <form
      v-if="at"
      class="bubble"
      :class="{ left: at.across > 500 }"
      :style="style(at)"
      @submit.prevent="save"
      @keydown.esc.stop="cancel"
    >
      <UiField v-slot="{ field }" :label="t('notes.words')">
        <textarea :id="field" ref="input" v-model="words" class="field" rows="3" maxlength="2000" />
      </UiField>
      <div class="mt-2 flex gap-2">
        <UiButton look="main" type="submit">{{ t("notes.save") }}</UiButton>
        <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </div>
  <UiButton v-if="marking" look="text" class="under" @click="begin(MIDDLE)">{{
    t("notes.add", { n: page })
  }}</UiButton>
</template>

<style scoped>
.over {
  position: absolute;
  inset: 0 0 28px;
}
.marking {
  cursor: crosshair;
}
.pin {
  position: absolute;
  display: flex;
  align-items: center;
  justify-content: center;
  min-width: 26px;
  height: 26px;
  padding: 0 5px;
  transform: translate(-50%, -50%);
  border: 2px solid var(--sheet);
  border-radius: 13px 13px 13px 2px;
  background: var(--now);
  color: var(--on-now);
  font-size: 13px;
  font-weight: 700;
}
.bubble {
  position: absolute;
  z-index: 5;
  width: min(300px, 80vw);
  padding: 10px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
}
.bubble.left {
  transform: translateX(-100%);
}
.under {
  position: absolute;
  right: 0;
  bottom: -4px;
}
</style>
