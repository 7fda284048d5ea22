<script setup lang="ts">
import { snippetParts } from "../snippet";

/** A line in which words were found, those marked. */
defineProps<{ snippet: string }>();
</script>

<template>
  <p class="text-[15px]">
    <template v-for="(part, n) in snippetParts(snippet)" :key="n"
      ><mark v-if="part.found">{{ part.text }}</mark
      ><template v-else>{{ part.text }}</template></template
    >
  </p>
</template>

<style scoped>
mark {
  background: var(--now-wash);
  color: var(--ink);
  font-weight: 650;
}
</style>
