<script setup lang="ts">
import { computed } from "vue";

/** The load of a week's seven days as thin bars; from `FULL` minutes on a bar is as tall as it gets. */
const { minutes, label = "" } = defineProps<{ minutes: number[]; label?: string }>();
const FULL = 240;
const LEAST = 12;
const bars = computed(() =>
  minutes.map((m) => (m ? Math.min(100, Math.max(LEAST, Math.round((m / FULL) * 100))) : 0)),
);
</script>

<template>
  <span
    class="bars"
    :role="label ? 'img' : undefined"
    :aria-label="label || undefined"
    :aria-hidden="label ? undefined : true"
    :title="label || undefined"
    ><i v-for="(bar, n) in bars" :key="n" :style="{ height: `${bar}%` }"
  /></span>
</template>

<style scoped>
.bars {
  display: flex;
  gap: 2px;
  align-items: flex-end;
  height: 100%;
}
.bars i {
  flex: 1;
  background: var(--span);
}
</style>
