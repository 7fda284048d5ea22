<script setup lang="ts">
import { ref, useTemplateRef } from "vue";

/** A row of tools that takes one stop of the Tab key; within it the arrows lead from tool to tool (WAI-ARIA toolbar). */
const { label, tools } = defineProps<{ label: string; tools: readonly { key: string; name: string }[] }>();
const emit = defineEmits<{ run: [key: string] }>();
const at = ref(0);
const buttons = useTemplateRef<HTMLButtonElement[]>("buttons");

function move(event: KeyboardEvent): void {
  const last = tools.length - 1;
  const to = { ArrowRight: at.value + 1, ArrowLeft: at.value - 1, Home: 0, End: last }[event.key];
  if (to === undefined) return;
  event.preventDefault();
  at.value = to < 0 ? last : to > last ? 0 : to;
  buttons.value?.[at.value]?.focus();
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/interactive-supports-focus -- its buttons take the focus -->
  <div class="tools" role="toolbar" :aria-label="label" @keydown="move">
    <button
      v-for="(tool, n) in tools"
      :key="tool.key"
      ref="buttons"
      type="button"
      class="tool"
      :tabindex="n === at ? 0 : -1"
      @focus="at = n"
      @click="emit('run', tool.key)"
    >
      {{ tool.name }}
    </button>
    <slot />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  padding: 4px;
  border: 1px solid var(--rule);
  border-bottom: 0;
  border-radius: 4px 4px 0 0;
  background: var(--band);
}
.tool {
  min-height: 28px;
  padding: 2px 9px;
  border-radius: 3px;
  font-size: 14px;
}
.tool:hover {
  background: var(--wash);
}
</style>
