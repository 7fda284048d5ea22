<script setup lang="ts">
import { RouterLink } from "vue-router";

/** The parts of a place, as a line of links. */
const { parts, chosen, label } = defineProps<{
  parts: { key: string; name: string; to: string }[];
  chosen: string;
  label: string;
}>();
</script>

<template>
  <nav class="part-line no-print" :aria-label="label">
    <RouterLink
      v-for="part in parts"
      :key="part.key"
      :to="part.to"
      class="steady"
      :class="{ on: part.key === chosen }"
      :data-words="part.name"
      :aria-current="part.key === chosen ? 'page' : undefined"
      >{{ part.name }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.part-line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-bottom: 14px;
  font-size: 14px;
}
.part-line a {
  padding: 4px 0;
  color: var(--ink-soft);
  text-decoration: none;
}
.part-line .on {
  color: var(--ink);
  font-weight: 700;
  box-shadow: inset 0 -2px 0 var(--ink);
}
</style>
