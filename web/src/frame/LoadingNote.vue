<script setup lang="ts">
import { useI18n } from "vue-i18n";

/** `inside`: within a page that stands already, so it is no page of its own. */
const { inside = false } = defineProps<{ inside?: boolean }>();
const { t } = useI18n();
</script>

<template>
  <component :is="inside ? 'div' : 'main'" :id="inside ? undefined : 'content'" class="px-6 py-4">
    <p role="status" class="text-soft">{{ t("app.loading") }}</p>
  </component>
</template>
