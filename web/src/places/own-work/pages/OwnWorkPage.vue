<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, onMounted } from "vue";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import CollectionPart from "../components/CollectionPart.vue";
import CourseWork from "../components/CourseWork.vue";
import { useCollection } from "../queries";

/** All that one ever did, over all courses; taken along a course at a time. */
const { t } = useI18n();
const wrong = useWrong();
const { data, error } = useQuery(own.work());
const { data: collection, error: unread } = useQuery(own.collection());
const writes = useCollection();
const kept = computed(() => new Set(collection.value?.map((one) => one.number)));
onMounted(() => (document.title = `${t("ownWork.title")} · Unvo`));
</script>

<template>
  <NothingHere v-if="error && !data" :message="wrong(error)" />
  <NothingHere v-else-if="unread && !collection" :message="wrong(unread)" />
  <main v-else-if="data && collection" id="content" class="first-page">
    <h1 class="text-[28px] font-bold">{{ t("ownWork.title") }}</h1>
    <p class="mb-4 text-soft">{{ t("ownWork.hint") }}</p>
    <p v-if="!data.courses.length" class="card px-5 py-4">{{ t("ownWork.none") }}</p>
    <CollectionPart
      v-else-if="data.courses.some((one) => one.pieces.length)"
      :courses="data.courses"
      :collection="collection"
    />
    <div class="no-print">
      <CourseWork
        v-for="course in data.courses"
        :key="course.slug"
        :course="course"
        :kept="kept"
        @keep="(number) => writes.keep.mutate({ number, words: '' })"
      />
    </div>
  </main>
  <LoadingNote v-else />
</template>
