<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, libraryPath, standingPath, termPath } from "@/frame/addresses";

/** The course explained by itself. */
const { tour, slug } = defineProps<{ tour: Shapes["Tour"]; slug: string }>();
const { t } = useI18n();
const PLACES: Record<string, (slug: string) => string> = {
  week: (s) => `/c/${s}`,
  term: (s) => termPath(s),
  standing: (s) => standingPath(s),
  library: (s) => libraryPath(s),
};
const to = (link: Shapes["Link"]): string =>
  link.item_id ? itemPath(slug, link.item_id) : (PLACES[link.place ?? ""] ?? PLACES.week!)(slug);
</script>

<template>
  <ol class="tour" :aria-label="t('library.tour')">
    <li v-for="(part, n) in tour.parts" :key="part.key" :class="{ first: part.key === 'first' }">
      <h2>
        <span class="figures" aria-hidden="true">{{ n + 1 }}</span> {{ part.title }}
      </h2>
      <p v-for="line in part.lines" :key="line">{{ line }}</p>
      <p v-for="link in part.links" :key="link.title">
        <RouterLink :to="to(link)">{{ link.title }}</RouterLink>
      </p>
    </li>
  </ol>
</template>

<style scoped>
.tour {
  display: grid;
  gap: 14px 28px;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  max-width: 1120px;
}
.tour li {
  padding: 10px 0 4px;
  border-top: 2px solid var(--rule);
}
.tour .first {
  border-top-color: var(--now);
}
.tour h2 {
  margin-bottom: 4px;
  font-size: 17px;
  font-weight: 700;
}
.tour h2 .figures {
  margin-right: 4px;
  color: var(--ink-soft);
  font-size: 14px;
}
.tour p {
  padding: 2px 0;
  line-height: 1.4;
}
</style>
