<script setup lang="ts">
import { watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { useShelf } from "../queries";

const { t } = useI18n();
const router = useRouter();
const { data: shelf } = useShelf();

watch(
  shelf,
  (courses) => {
    const first = courses?.[0];
    if (first) void router.replace(`/c/${first.slug}`);
  },
  { immediate: true },
);
</script>

<template>
  <main id="content" class="mx-auto max-w-xl px-6 py-16">
    <p v-if="shelf && !shelf.length">{{ t("app.noCourses") }}</p>
    <p v-else role="status" class="text-soft">{{ t("app.loading") }}</p>
  </main>
</template>
