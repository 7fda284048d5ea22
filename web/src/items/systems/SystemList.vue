<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import LoadingNote from "@/frame/LoadingNote.vue";
import JoinSystem from "./JoinSystem.vue";
import SystemCard from "./SystemCard.vue";
import { useSystems } from "./queries";

/** Linked systems: of a course with how fresh they are, or, without one, of the whole place. */
const { slug = "", zone = "UTC" } = defineProps<{ slug?: string; zone?: string }>();
const { t } = useI18n();
const found = useSystems(() => slug);
const page = computed(() => (slug ? found.ofCourse.data.value : found.ofPlace.data.value));
const waiting = computed(() => page.value?.systems.filter((one) => one.waits) ?? []);
const joined = computed(() => page.value?.systems.filter((one) => !one.waits) ?? []);
</script>

<template>
  <section v-if="page" class="grid max-w-[1000px] gap-4">
    <SystemCard v-for="one in waiting" :key="one.key" :system="one" :slug="slug" :zone="zone" />
    <p v-if="!page.systems.length" class="card px-4 py-3 text-soft">{{ t("links.noneYet") }}</p>
    <SystemCard v-for="one in joined" :key="one.key" :system="one" :slug="slug" :zone="zone" />
    <JoinSystem v-if="page.may_join" :slug="slug" :ours="page.ours" />
  </section>
  <LoadingNote v-else />
</template>
