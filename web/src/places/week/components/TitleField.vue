<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from "vue";

/** A title edited in place: Enter or leaving keeps it, Escape gives it up. */
const { value, label } = defineProps<{ value: string; label: string }>();
const emit = defineEmits<{ keep: [title: string]; stop: [] }>();
const text = ref(value);
const input = useTemplateRef<HTMLInputElement>("input");
let over = false;

onMounted(async () => {
  await nextTick();
  input.value?.select();
});

function keep(): void {
  if (over) return;
  over = true;
  const title = text.value.trim();
  if (title && title !== value) emit("keep", title);
  else emit("stop");
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
