<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { useWrong } from "@/frame/writes";
import { setupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import PartLine from "@/frame/PartLine.vue";
import { useCheck, useSchedule } from "../queries";

const PARTS = {
  begin: defineAsyncComponent(() => import("../components/BeginPart.vue")),
  schedule: defineAsyncComponent(() => import("../components/SchedulePart.vue")),
  rhythm: defineAsyncComponent(() => import("../components/RhythmPart.vue")),
  paste: defineAsyncComponent(() => import("../components/PastePart.vue")),
  move: defineAsyncComponent(() => import("../components/MovePart.vue")),
  grading: defineAsyncComponent(() => import("../components/GradingPart.vue")),
  check: defineAsyncComponent(() => import("../components/CheckPart.vue")),
  systems: defineAsyncComponent(() => import("../components/SystemsPart.vue")),
  history: defineAsyncComponent(() => import("../components/HistoryPart.vue")),
  allowances: defineAsyncComponent(() => import("../components/AllowancePart.vue")),
  course: defineAsyncComponent(() => import("../components/CoursePart.vue")),
};
type Part = keyof typeof PARTS;

const { slug, part } = defineProps<{ slug: string; part: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: schedule, error } = useSchedule(() => slug);
const { data: check } = useCheck(() => slug);
/** What those who help to teach can see of it; the rest is the instructors' to do. */
const SEEN: Part[] = ["schedule", "grading", "check", "systems"];
const ours = computed(() => schedule.value?.can_lay_out === true);
const names = computed(() => (ours.value ? (Object.keys(PARTS) as Part[]) : SEEN));
const shown = computed(() => (names.value.includes(part as Part) ? PARTS[part as Part] : null));
const label = (name: Part): string =>
  name === "check" && check.value?.open ? t("setup.checkCount", { n: check.value.open }) : t(`setup.${name}`);
/** How a course begins is no part of one that has begun. */
const line = computed(() =>
  names.value
    .filter((key) => key !== "begin" || part === "begin")
    .map((key) => ({ key, name: label(key), to: setupPath(slug, key) })),
);
</script>

<template>
  <NothingHere v-if="error && !schedule" :message="wrong(error)" />
  <main v-else-if="schedule" id="content" class="place-page">
    <h1 class="sr-only">{{ t("setup.title") }}: {{ t(`setup.${part}`) }}</h1>
    <PartLine :parts="line" :chosen="part" :label="t('setup.parts')" />
    <p v-if="!ours" class="card mb-4 max-w-[1100px] px-4 py-3">
      {{ t("setup.theirs", { names: schedule.instructors.join(", ") }) }}
    </p>
    <component :is="shown" v-if="shown" :slug="slug" :schedule="schedule" />
  </main>
  <LoadingNote v-else />
</template>
