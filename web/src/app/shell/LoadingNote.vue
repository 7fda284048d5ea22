<script setup lang="ts">
import { useI18n } from "vue-i18n";

const { t } = useI18n();
</script>

<template>
  <main id="content" class="px-6 py-4">
    <p role="status" class="text-soft">{{ t("app.loading") }}</p>
  </main>
</template>
