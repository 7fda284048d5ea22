<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute } from "vue-router";
import type { Shapes } from "@/api/client";
import {
  gradebookPath,
  libraryPath,
  rosterPath,
  setupPath,
  standingPath,
  stepPath,
  talkPath,
  termPath,
} from "@/frame/addresses";

const { ribbon, chosen } = defineProps<{ ribbon: Shapes["Ribbon"]; chosen: string }>();
const { t } = useI18n();
const route = useRoute();
const places = computed(() => {
  const week = {
    key: "week",
    name: t(ribbon.dated ? "place.week" : "place.module"),
    to: stepPath(ribbon.slug, chosen || ribbon.current, ribbon.dated),
  };
  const term = ribbon.dated ? [{ key: "term", name: t("place.term"), to: termPath(ribbon.slug) }] : [];
  const talk = { key: "talk", name: t("place.talk"), to: talkPath(ribbon.slug) };
  const library = { key: "library", name: t("place.library"), to: libraryPath(ribbon.slug) };
  if (ribbon.role === "student")
    return [
      week,
      ...term,
      { key: "standing", name: t("place.standing"), to: standingPath(ribbon.slug) },
      talk,
      library,
    ];
  return [
    week,
    ...term,
    { key: "gradebook", name: t("place.gradebook"), to: gradebookPath(ribbon.slug) },
    talk,
    library,
    { key: "roster", name: t("place.roster"), to: rosterPath(ribbon.slug) },
    { key: "setup", name: t("place.setup"), to: setupPath(ribbon.slug) },
  ];
});
</script>

<template>
  <nav class="places no-print" :aria-label="t('app.places')">
    <RouterLink
      v-for="place in places"
      :key="place.key"
      :to="place.to"
      class="place steady"
      :data-words="place.name"
      :class="{ on: route.meta.place === place.key }"
      :aria-current="route.meta.place === place.key ? 'page' : undefined"
    >
      {{ place.name }}
    </RouterLink>
    <span id="place-actions" class="ml-auto flex items-center gap-4 pb-1 text-[15px]" />
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  align-items: flex-end;
  gap: 26px;
  min-height: 40px;
  padding: 0 24px;
  border-bottom: 1px solid var(--rule);
}
.place {
  padding: 9px 0;
  color: var(--ink-soft);
  font-size: 15px;
  text-decoration: none;
}
.on {
  color: var(--ink);
  font-weight: 700;
  box-shadow: inset 0 -3px 0 var(--ink);
}
@media screen and (max-width: 719px) {
  .places {
    position: fixed;
    right: 0;
    bottom: 0;
    left: 0;
    z-index: 20;
    gap: 0;
    height: 58px;
    padding: 0;
    border-top: 1px solid var(--rule);
    background: var(--sheet);
  }
  .place {
    display: flex;
    flex: 1;
    align-items: center;
    justify-content: center;
    height: 100%;
  }
  .on {
    box-shadow: inset 0 3px 0 var(--ink);
  }
  #place-actions {
    display: none;
  }
  .place::after {
    display: none;
  }
}
</style>
