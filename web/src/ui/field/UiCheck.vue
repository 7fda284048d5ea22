<script setup lang="ts">
const on = defineModel<boolean>({ required: true });
const { label } = defineProps<{ label: string }>();
</script>

<template>
  <label class="flex min-h-7 items-center gap-2 text-[15px]"
    ><input v-model="on" type="checkbox" /> {{ label }}</label
  >
</template>
