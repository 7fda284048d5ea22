<script setup lang="ts">
import type { Shapes } from "@/api/client";

/** A line for each category: its name, and how its figure comes about. */
type Row = Shapes["Arithmetic"];
const { rows } = defineProps<{ rows: Row[] }>();
defineSlots<{ default(props: { row: Row }): unknown }>();
</script>

<template>
  <ul class="border-t border-rule">
    <li
      v-for="row in rows"
      :key="row.category_id"
      class="grid gap-x-4 border-b border-rule py-1 sm:grid-cols-[140px_1fr]"
    >
      <span>{{ row.name }}</span>
      <span class="figures"><slot :row="row" /></span>
    </li>
  </ul>
</template>
