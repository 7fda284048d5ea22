<script setup lang="ts">
import SystemList from "@/items/systems/SystemList.vue";
</script>

<template>
  <SystemList />
</template>
