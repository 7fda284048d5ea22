<script setup lang="ts">
import { computed } from "vue";

/** The load of a week's seven days as thin bars; `most` is the fullest day that they are drawn against. */
const { minutes, most, label = "" } = defineProps<{ minutes: number[]; most: number; label?: string }>();
const bars = computed(() => minutes.map((m) => (m && most ? Math.max(8, Math.round((m / most) * 100)) : 0)));
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
  display: inline-flex;
  gap: 1px;
  align-items: flex-end;
  width: 27px;
  height: 11px;
  border-bottom: 1px solid var(--rule);
}
.bars i {
  flex: 1;
  background: var(--ink-soft);
}
</style>
