<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";

const { message = "" } = defineProps<{ message?: string }>();
const { t } = useI18n();
</script>

<template>
  <main id="content" class="mx-auto max-w-xl px-6 py-16">
    <h1 class="mb-4 text-[22px] font-bold">{{ message || t("app.notFound") }}</h1>
    <UiButton to="/">{{ t("app.toStart") }}</UiButton>
  </main>
</template>
