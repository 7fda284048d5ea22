<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { useWrong } from "@/api/writes";
import { setupPath } from "@/app/addresses";
import LoadingNote from "@/app/shell/LoadingNote.vue";
import NothingHere from "@/app/shell/NothingHere.vue";
import { useCheck, useSchedule } from "../queries";

const PARTS = {
  schedule: defineAsyncComponent(() => import("../components/SchedulePart.vue")),
  rhythm: defineAsyncComponent(() => import("../components/RhythmPart.vue")),
  paste: defineAsyncComponent(() => import("../components/PastePart.vue")),
  move: defineAsyncComponent(() => import("../components/MovePart.vue")),
  check: defineAsyncComponent(() => import("../components/CheckPart.vue")),
  allowances: defineAsyncComponent(() => import("../components/AllowancePart.vue")),
};
type Part = keyof typeof PARTS;

const { slug, part } = defineProps<{ slug: string; part: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: schedule, error } = useSchedule(() => slug);
const { data: check } = useCheck(() => slug);
const names = Object.keys(PARTS) as Part[];
const shown = computed(() => PARTS[part as Part]);
const label = (name: Part): string =>
  name === "check" && check.value?.open ? t("setup.checkCount", { n: check.value.open }) : t(`setup.${name}`);
</script>

<template>
  <NothingHere v-if="error && !schedule" :message="wrong(error)" />
  <main v-else-if="schedule" id="content" class="page">
    <h1 class="sr-only">{{ t("setup.title") }}: {{ t(`setup.${part}`) }}</h1>
    <nav class="part-line no-print" :aria-label="t('setup.parts')">
      <RouterLink
        v-for="name in names"
        :key="name"
        :to="setupPath(slug, name)"
        :class="{ on: name === part }"
        :aria-current="name === part ? 'page' : undefined"
        >{{ label(name) }}</RouterLink
      >
    </nav>
    <component :is="shown" :slug="slug" :schedule="schedule" />
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
