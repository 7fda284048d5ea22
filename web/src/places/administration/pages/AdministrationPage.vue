<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import NothingHere from "@/frame/NothingHere.vue";
import PartLine from "@/frame/PartLine.vue";
import { useMe } from "@/frame/queries";

const PARTS = {
  terms: defineAsyncComponent(() => import("../components/TermPart.vue")),
  courses: defineAsyncComponent(() => import("../components/CoursePart.vue")),
  people: defineAsyncComponent(() => import("../components/PersonPart.vue")),
  systems: defineAsyncComponent(() => import("../components/SystemPart.vue")),
  log: defineAsyncComponent(() => import("../components/LogPart.vue")),
};
type Part = keyof typeof PARTS;

/** The whole place: its terms, courses, people, and what was done. */
const { part } = defineProps<{ part: string }>();
const { t } = useI18n();
const { data: me } = useMe();
const names = Object.keys(PARTS) as Part[];
const line = computed(() =>
  names.map((key) => ({ key, name: t(`admin.part.${key}`), to: `/administration/${key}` })),
);
</script>

<template>
  <NothingHere v-if="me && !me.administers" />
  <main v-else id="content" class="first-page">
    <h1 class="mb-2 text-[26px] font-bold">{{ t("admin.title") }}</h1>
    <PartLine :parts="line" :chosen="part" :label="t('admin.title')" />
    <component :is="PARTS[part as Part]" />
  </main>
</template>
