<script setup lang="ts">
import { useRoute, useRouter } from "vue-router";
import { vKept } from "@/ui/field/kept";
import UiField from "@/ui/field/UiField.vue";

/** Words to look for in this part of Talk; they stand in the address. */
const { label } = defineProps<{ label: string }>();
const route = useRoute();
const router = useRouter();
const look = (event: Event) =>
  router.replace({ query: { q: (event.target as HTMLInputElement).value || undefined } });
</script>

<template>
  <UiField v-slot="{ field }" :label="label">
    <input
      :id="field"
      class="field"
      type="search"
      v-kept="String(route.query.q ?? '')"
      maxlength="200"
      @change="look"
    />
  </UiField>
</template>
