<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute } from "vue-router";
import type { Shapes } from "@/api/client";
import { courseAsked } from "@/api/reads";
import { isWalking } from "@/api/walk";
import { useArrival } from "@/frame/arriving";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import QuestionCard from "../components/QuestionCard.vue";
import TalkSearch from "../components/TalkSearch.vue";
import TalkParts from "../components/TalkParts.vue";

const AskDialog = defineAsyncComponent(() => import("@/items/components/AskDialog.vue"));
const PublishDialog = defineAsyncComponent(() => import("../components/PublishDialog.vue"));

/** Questions: those that wait first, the oldest promise first; then what was answered. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const route = useRoute();
const wrong = useWrong();
const search = computed(() => String(route.query.q ?? ""));
const { data: page, error } = useQuery({
  ...courseAsked(() => slug).questions(() => search.value),
  placeholderData: (before) => before,
});
const asking = ref(false);
const publishing = ref<Shapes["QuestionOut"] | null>(null);
const waiting = computed(() => page.value?.questions.filter((q) => q.waits_since) ?? []);
const rest = computed(() => page.value?.questions.filter((q) => !q.waits_since) ?? []);

useArrival("question", () => page.value);
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.talk") }}: {{ t("asked.title") }}</h1>
    <TalkParts :slug="slug" chosen="questions" />
    <div class="mb-4 flex max-w-4xl flex-wrap items-end gap-3">
      <TalkSearch :label="t('asked.search')" />
      <span v-if="page.teaching" class="text-[14px] text-soft">{{
        t("asked.promise", { n: page.answer_days }, page.answer_days)
      }}</span>
      <UiButton v-else-if="!isWalking(slug)" look="main" class="ml-auto" @click="asking = true">{{
        t("asked.askCourse")
      }}</UiButton>
    </div>
    <p v-if="!page.questions.length" class="card max-w-4xl p-5 text-soft">
      {{ t(search ? "asked.noneFound" : page.teaching ? "asked.emptyTeacher" : "asked.empty") }}
    </p>
    <section v-for="(list, n) in [waiting, rest]" v-show="list.length" :key="n" class="mb-5 max-w-4xl">
      <h2 class="mb-2 text-[16px] font-bold">{{ t(n ? "asked.answered" : "asked.waiting") }}</h2>
      <div class="grid gap-2.5">
        <QuestionCard
          v-for="one in list"
          :key="one.id"
          :question="one"
          :page="page"
          :slug="slug"
          @publish="publishing = one"
        />
      </div>
    </section>
    <p v-if="page.more" class="text-soft">{{ t("asked.more") }}</p>
    <AskDialog v-if="asking" :slug="slug" about="course" @close="asking = false" />
    <PublishDialog v-if="publishing" :question="publishing" :slug="slug" @close="publishing = null" />
  </main>
  <LoadingNote v-else />
</template>
