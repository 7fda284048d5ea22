<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink, type RouteLocationRaw } from "vue-router";

/** Of one thing that somebody did: what it was, when, and what was given; a link as long as it is there. */
const { to, title, when, given, possible } = defineProps<{
  to: RouteLocationRaw | null;
  title: string;
  when: string;
  given: string | null;
  possible: string | null;
}>();
const { t } = useI18n();
</script>

<template>
  <p class="flex flex-wrap items-baseline gap-x-4">
    <RouterLink v-if="to" class="inline-flex min-h-6 items-center font-semibold text-ink" :to="to">{{
      title
    }}</RouterLink>
    <b v-else>{{ title }}</b>
    <span class="text-soft">{{ when }}</span>
    <span class="ml-auto flex flex-wrap items-baseline gap-x-4">
      <span v-if="given !== null" class="figures font-semibold">{{
        possible === null ? given : t("ownWork.given", { points: given, possible })
      }}</span>
      <slot />
    </span>
  </p>
</template>
