<script setup lang="ts">
import { useId } from "vue";

/** A label above its input; the input takes `field` as its id. */
const { label } = defineProps<{ label: string }>();
const field = useId();
</script>

<template>
  <div>
    <label class="mb-1 block text-[13.5px] text-soft" :for="field">{{ label }}</label>
    <slot :field="field" />
  </div>
</template>
