<script setup lang="ts">
import { computed, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterView, useRoute, useRouter } from "vue-router";
import { useWrong } from "@/frame/writes";
import { gradebookPath, libraryPath, standingPath, stepPath, talkPath, termPath } from "@/frame/addresses";
import type { Shapes } from "@/api/client";
import { firstTour, useRibbon } from "@/frame/queries";
import { provideOutbox } from "@/items/writing/outbox";
import AsOn from "./AsOn.vue";
import CourseRibbon from "@/frame/CourseRibbon.vue";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import PrintHead from "./PrintHead.vue";
import PlaceLine from "./PlaceLine.vue";
import RareBand from "./RareBand.vue";
import ShortcutList from "@/frame/ShortcutList.vue";
import { shortcutsOpen, useKeys } from "@/frame/shortcuts";
import { shownStep } from "@/frame/step";

const { slug } = defineProps<{ slug: string }>();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { t } = useI18n();
const { data: ribbon, error } = useRibbon(() => slug);
provideOutbox(() => slug);
const chosen = computed(
  () => String(route.params.key ?? "") || shownStep.value || ribbon.value?.current || "",
);

/** The first visit begins with the tour, every other one with the current week. */
async function enter(found: Shapes["Ribbon"]): Promise<void> {
  const shown = found.role === "student" ? await firstTour(slug) : false;
  await router.replace(shown ? libraryPath(slug, "tour") : stepPath(slug, found.current, found.dated));
}

watch(
  [ribbon, () => route.name],
  ([found, name]) => {
    // Right after a change of course the ribbon is still that of the course before.
    if (found?.slug === slug && name === "course") void enter(found);
    if (found) document.title = `${found.code} ${found.title} · Unvo`;
  },
  { immediate: true },
);

function toStep(by: number): void {
  const cells = ribbon.value?.cells ?? [];
  const cell = cells[cells.findIndex((c) => c.key === chosen.value) + by];
  if (cell && ribbon.value) void router.push(stepPath(slug, cell.key, ribbon.value.dated));
}

useKeys(() => ({
  "?": () => (shortcutsOpen.value = true),
  "[": () => toStep(-1),
  "]": () => toStep(1),
  "g w": () => ribbon.value && void router.push(stepPath(slug, chosen.value, ribbon.value.dated)),
  "g t": () => ribbon.value?.dated && void router.push(termPath(slug)),
  "g k": () => void router.push(talkPath(slug)),
  "g l": () => void router.push(libraryPath(slug)),
  "g d": () => void router.push("/"),
  "g s": () => void router.push(ribbon.value?.role === "student" ? standingPath(slug) : gradebookPath(slug)),
}));
</script>

<template>
  <NothingHere v-if="error" :message="wrong(error)" />
  <template v-else-if="ribbon">
    <PrintHead :ribbon="ribbon" />
    <CourseRibbon :ribbon="ribbon" :chosen="chosen" :thin="route.meta.thin === true" />
    <p
      v-if="ribbon.archived"
      role="status"
      class="no-print border-b border-rule bg-sheet px-6 py-2 text-[14px]"
    >
      {{ t("course.archivedLine") }}
    </p>
    <RareBand v-for="one in ribbon.rare" :key="one.id" :said="one" :slug="slug" :zone="ribbon.zone" />
    <PlaceLine :ribbon="ribbon" :chosen="chosen" />
    <AsOn v-if="ribbon.role !== 'student' || ribbon.walking" :ribbon="ribbon" />
    <RouterView :key="slug" />
    <ShortcutList />
  </template>
  <LoadingNote v-else />
</template>
