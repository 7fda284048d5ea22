<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import OwnPieces from "./OwnPieces.vue";
import OwnQuizzes from "./OwnQuizzes.vue";
import OwnReadings from "./OwnReadings.vue";
import OwnTalks from "./OwnTalks.vue";

/** What one did in one course: work, quizzes, what one said, and what one said of others' work. */
const { course, kept } = defineProps<{ course: Shapes["OwnCourse"]; kept: Set<string> }>();
const emit = defineEmits<{ keep: [number: string] }>();
const { t } = useI18n();
const times = useTimes(() => course.zone);
const when = (at: string): string => `${times.value.moment(at)}, ${times.value.isoDay(at).slice(0, 4)}`;
</script>

<template>
  <section class="mb-8" :aria-label="course.name">
    <h2 class="flex flex-wrap items-baseline gap-x-4 border-b border-ink pb-1 text-[20px] font-bold">
      {{ course.name }}
      <a
        class="no-print ml-auto inline-flex min-h-6 items-center text-[14px] font-semibold"
        :href="`/api/own-work/${course.slug}/archive`"
        download
        >{{ t("ownWork.archive", { course: course.name }) }}</a
      >
    </h2>
    <template v-if="course.pieces.length">
      <h3 class="part">
        {{ t("ownWork.parts.work") }} <small>{{ course.pieces.length }}</small>
      </h3>
      <OwnPieces
        :slug="course.slug"
        :pieces="course.pieces"
        :kept="kept"
        :when="when"
        @keep="(number) => emit('keep', number)"
      />
    </template>
    <template v-if="course.quizzes.length">
      <h3 class="part">
        {{ t("ownWork.parts.quizzes") }} <small>{{ course.quizzes.length }}</small>
      </h3>
      <OwnQuizzes :slug="course.slug" :quizzes="course.quizzes" :when="when" />
    </template>
    <template v-if="course.talks.length">
      <h3 class="part">
        {{ t("ownWork.parts.talks") }} <small>{{ course.talks.length }}</small>
      </h3>
      <OwnTalks :slug="course.slug" :talks="course.talks" :when="when" />
    </template>
    <template v-if="course.readings.length">
      <h3 class="part">
        {{ t("ownWork.parts.readings") }} <small>{{ course.readings.length }}</small>
      </h3>
      <OwnReadings :slug="course.slug" :readings="course.readings" :when="when" />
    </template>
  </section>
</template>

<style scoped>
.part {
  margin-top: 14px;
  font-size: 16px;
  font-weight: 700;
}
.part small {
  margin-left: 6px;
  font-size: 14px;
  font-weight: 400;
  color: var(--soft);
}
</style>
