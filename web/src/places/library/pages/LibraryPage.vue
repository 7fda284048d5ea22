<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { libraryParts } from "@/frame/library-parts";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import PartLine from "@/frame/PartLine.vue";
import UiButton from "@/ui/button/UiButton.vue";
import ReportDialog from "@/items/components/ReportDialog.vue";
import ReportList from "../components/ReportList.vue";
import ShelfPart from "../components/ShelfPart.vue";
import SyllabusPart from "../components/SyllabusPart.vue";
import TourPart from "../components/TourPart.vue";
import { useLibrary } from "../queries";

type Shelf = Shapes["LibraryEntry"]["shelf"];
const SHELVES: Record<string, Shelf[]> = {
  people: ["people"],
  handouts: ["textbook", "handouts", "recordings"],
  tools: ["tools", "equipment"],
  errata: ["errata"],
  faq: ["faq"],
};
const { slug, part } = defineProps<{ slug: string; part: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: library, error } = useLibrary(() => slug);
const reporting = ref(false);
const line = computed(() => libraryParts(slug, t, library.value?.teaching ?? false));
const shelves = computed(() => SHELVES[part] ?? []);
</script>

<template>
  <NothingHere v-if="error && !library" :message="wrong(error)" />
  <main v-else-if="library" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.library") }}: {{ t(`library.part.${part}`) }}</h1>
    <PartLine :parts="line" :chosen="part" :label="t('library.parts')" />
    <SyllabusPart v-if="part === 'syllabus'" :library="library" :slug="slug" />
    <TourPart v-else-if="part === 'tour'" :slug="slug" />
    <template v-else>
      <ReportList v-if="part === 'errata' && library.teaching" :library="library" :slug="slug" />
      <ShelfPart v-for="shelf in shelves" :key="shelf" :shelf="shelf" :library="library" :slug="slug" />
      <UiButton v-if="part === 'errata'" @click="reporting = true">{{ t("library.report") }}</UiButton>
      <ReportDialog v-if="reporting" :slug="slug" @close="reporting = false" />
    </template>
  </main>
  <LoadingNote v-else />
</template>
