<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from "vue";

/** A title edited in place: Enter or leaving keeps it, Escape gives it up; what was refused stays to be mended. */
const { value, label, save } = defineProps<{
  value: string;
  label: string;
  save: (title: string) => Promise<unknown>;
}>();
const emit = defineEmits<{ stop: [] }>();
const text = ref(value);
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
    if (title && title !== value) await save(title);
    emit("stop");
  } catch {
    // The write has said what is wrong with it.
    over = false;
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
</template>
