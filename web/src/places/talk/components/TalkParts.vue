<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import PartLine from "@/frame/PartLine.vue";
import { discussionsPath, messagesPath, questionsPath, talkPath } from "@/frame/addresses";

/** The parts of Talk. */
const { slug, chosen } = defineProps<{
  slug: string;
  chosen: "announcements" | "discussions" | "questions" | "messages";
}>();
const { t } = useI18n();
const parts = computed(() => [
  { key: "announcements", name: t("said.title"), to: talkPath(slug) },
  { key: "discussions", name: t("talk.all"), to: discussionsPath(slug) },
  { key: "questions", name: t("asked.title"), to: questionsPath(slug) },
  { key: "messages", name: t("written.title"), to: messagesPath(slug) },
]);
</script>

<template>
  <PartLine :parts="parts" :chosen="chosen" :label="t('asked.parts')" />
</template>
