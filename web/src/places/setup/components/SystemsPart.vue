<script setup lang="ts">
import type { Shapes } from "@/api/client";
import SystemList from "@/items/systems/SystemList.vue";

/** The linked systems of the course. */
const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
</script>

<template>
  <SystemList :slug="slug" :zone="schedule.zone" />
</template>
