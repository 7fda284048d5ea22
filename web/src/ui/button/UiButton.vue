<script setup lang="ts">
import { RouterLink } from "vue-router";

/** `look`: one 'main' a screen, the next thing to do; 'plain' for the rest; 'text' inside lines. */
const {
  look = "plain",
  to = undefined,
  type = "button",
  disabled = false,
} = defineProps<{
  look?: "main" | "plain" | "text" | "danger";
  to?: string;
  type?: "button" | "submit";
  disabled?: boolean;
}>();
</script>

<template>
  <RouterLink v-if="to" :to="to" class="ui-button no-print" :class="look"><slot /></RouterLink>
  <button v-else :type="type" class="ui-button" :class="look" :disabled="disabled"><slot /></button>
</template>

<style scoped>
.ui-button {
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  min-height: 32px;
  padding: 4px 11px;
  border: 1.5px solid var(--deep);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--deep);
  font-size: 14px;
  font-weight: 650;
  white-space: nowrap;
  text-decoration: none;
}
.ui-button:hover:not(:disabled) {
  background: var(--wash);
}
.main,
.main:hover:not(:disabled) {
  background: var(--deep);
  color: var(--on-deep);
}
.text {
  border-color: transparent;
  background: transparent;
  padding-inline: 4px;
}
.danger {
  border-color: var(--late);
  color: var(--late);
}
.ui-button:disabled {
  opacity: 0.55;
  cursor: default;
}
@media screen and (max-width: 719px) {
  .ui-button {
    min-height: 36px;
  }
}
</style>
