<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import { changedMeanwhile } from "@/frame/writes";

/** A title edited in place: Enter or leaving keeps it, Escape gives it up; what was refused stays to be mended. */
const {
  value,
  label,
  save,
  edition = 0,
} = defineProps<{
  value: string;
  label: string;
  /** `edition`: what the writer saw as they began, or was shown since. */
  save: (title: string, edition: number) => Promise<unknown>;
  edition?: number;
}>();
const { t } = useI18n();
const emit = defineEmits<{ stop: [] }>();
const text = ref(value);
let seen = edition;
/** What somebody else called it meanwhile. */
const theirs = ref(false);
useTyped(() => text.value);
const input = useTemplateRef<HTMLInputElement>("input");
let over = false;

onMounted(async () => {
  await nextTick();
  input.value?.select();
});

async function keep(): Promise<void> {
  if (over) return;
  over = true;
  const title = text.value.trim();
  try {
    if (title && title !== value) await save(title, seen);
    emit("stop");
  } catch (error) {
    // The write has said what is wrong with it.
    over = false;
    theirs.value = changedMeanwhile(error);
    if (changedMeanwhile(error)) seen = Number(error.also.edition);
    input.value?.focus();
  }
}

function stop(): void {
  over = true;
  emit("stop");
}
</script>

<template>
  <input
    ref="input"
    v-model="text"
    class="field"
    :aria-label="label"
    @keydown.enter.prevent="keep"
    @keydown.esc.stop="stop"
    @blur="keep"
  />
  <p v-if="theirs" role="status" class="text-[13px] text-late">{{ t("theirs.title", { title: value }) }}</p>
</template>
