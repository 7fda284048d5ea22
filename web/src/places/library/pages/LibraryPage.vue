<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/api/writes";
import { libraryPath } from "@/app/addresses";
import LoadingNote from "@/app/shell/LoadingNote.vue";
import NothingHere from "@/app/shell/NothingHere.vue";
import UiButton from "@/ui/button/UiButton.vue";
import ReportDialog from "../components/ReportDialog.vue";
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
const PARTS = ["syllabus", ...Object.keys(SHELVES), "tour"];
const { slug, part } = defineProps<{ slug: string; part: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: library, error } = useLibrary(() => slug);
const reporting = ref(false);
const shelves = computed(() => SHELVES[part] ?? []);
</script>

<template>
  <NothingHere v-if="error && !library" :message="wrong(error)" />
  <main v-else-if="library" id="content" class="page">
    <h1 class="sr-only">{{ t("place.library") }}: {{ t(`library.part.${part}`) }}</h1>
    <nav class="part-line no-print" :aria-label="t('library.parts')">
      <RouterLink
        v-for="name in PARTS"
        :key="name"
        :to="libraryPath(slug, name)"
        :class="{ on: name === part }"
        :aria-current="name === part ? 'page' : undefined"
        >{{ t(`library.part.${name}`) }}</RouterLink
      >
    </nav>
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

<style scoped>
.page {
  padding: 12px 24px 80px;
}
@media (max-width: 719px) {
  .page {
    padding: 12px 14px 80px;
  }
}
</style>
