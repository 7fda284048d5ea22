<script setup lang="ts">
import { takeFiles } from "./events";

/** A button that asks for files. */
const { accept = "", multiple = false } = defineProps<{ accept?: string; multiple?: boolean }>();
const emit = defineEmits<{ chosen: [files: File[]] }>();
</script>

<template>
  <label class="ui-file">
    <slot />
    <input
      type="file"
      class="sr-only"
      :accept="accept || undefined"
      :multiple="multiple"
      @change="emit('chosen', takeFiles($event))"
    />
  </label>
</template>

<style scoped>
.ui-file {
  display: inline-flex;
  align-items: center;
  min-height: 32px;
  padding: 4px 11px;
  border: 1.5px solid var(--deep);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--deep);
  font-size: 14px;
  font-weight: 650;
  cursor: pointer;
}
.ui-file:focus-within {
  outline: 2px solid var(--deep);
  outline-offset: 2px;
}
</style>
