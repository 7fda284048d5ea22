<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import LoadingNote from "@/frame/LoadingNote.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useLibraryWrites, useTour } from "../queries";
import TourParts from "./TourParts.vue";

/** On the first visit it leads on to the work; later it is there to be looked up. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const router = useRouter();
const { data: tour } = useTour(() => slug);
const writes = useLibraryWrites(() => slug);

async function start(): Promise<void> {
  await writes.tourSeen.mutateAsync(null);
  const first = tour.value?.parts.find((p) => p.key === "first")?.links[0]?.item_id;
  await router.push(first ? `/c/${slug}/item/${first}` : `/c/${slug}`);
}
</script>

<template>
  <LoadingNote v-if="!tour" inside />
  <section v-else>
    <h2 class="mb-1 text-[22px] font-bold">{{ t(tour.first ? "library.welcome" : "library.tour") }}</h2>
    <p class="mb-4 text-soft">{{ t("library.tourLine") }}</p>
    <TourParts :tour="tour" :slug="slug" />
    <p class="no-print mt-5 flex flex-wrap items-center gap-3">
      <UiButton v-if="tour.first" look="main" @click="start">{{ t("library.start") }}</UiButton>
      <a class="underline" :href="`/api/courses/${slug}/print/guide`" download>{{ t("library.guide") }}</a>
    </p>
  </section>
</template>
