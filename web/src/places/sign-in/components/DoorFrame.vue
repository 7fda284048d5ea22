<script setup lang="ts">
import { useI18n } from "vue-i18n";

/** What stands around the pages before one is signed in. */
const { title, line = "" } = defineProps<{ title: string; line?: string }>();
const { t } = useI18n();
</script>

<template>
  <main id="content" class="flex min-h-screen flex-col justify-center px-6 py-10 sm:px-14">
    <p class="font-head text-[34px] font-extrabold tracking-tight">
      {{ t("app.name") }}<span class="text-now" aria-hidden="true">.</span>
    </p>
    <div class="max-w-sm">
      <h1 class="mt-4 mb-2 text-[24px] font-bold">{{ title }}</h1>
      <p v-if="line" class="mb-4 text-soft">{{ line }}</p>
      <slot />
    </div>
  </main>
</template>
