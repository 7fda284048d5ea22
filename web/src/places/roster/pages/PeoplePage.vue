<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { rosterPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import EnrolPart from "../components/EnrolPart.vue";
import MemberList from "../components/MemberList.vue";
import SectionList from "../components/SectionList.vue";
import TeacherList from "../components/TeacherList.vue";
import { useCodes, usePeople } from "../people-queries";

/** Who is in the course: enrolling, sections and their codes, who teaches, who left. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: people, error } = usePeople(() => slug);
const { data: codes } = useCodes(() => slug);
</script>

<template>
  <NothingHere v-if="error && !people" :message="wrong(error)" />
  <main v-else-if="people" id="content" class="place-page">
    <div class="mb-3 flex flex-wrap items-baseline gap-x-6">
      <h1 class="text-[24px] font-bold">{{ t("people.title") }}</h1>
      <RouterLink class="ml-auto" :to="rosterPath(slug)">{{ t("people.toRoster") }}</RouterLink>
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-6 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div class="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-6">
        <EnrolPart :slug="slug" :people="people" />
        <MemberList :slug="slug" :people="people" />
      </div>
      <div class="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-6">
        <SectionList :slug="slug" :people="people" :codes="codes ?? []" />
        <TeacherList :slug="slug" :people="people" />
      </div>
    </div>
  </main>
  <LoadingNote v-else />
</template>
