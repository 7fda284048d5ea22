<script setup lang="ts">
import { computed, nextTick, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import { itemPath, quizClassPath, quizOfPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import ReadForm from "../components/ReadForm.vue";
import ReviewedCard from "../components/ReviewedCard.vue";
import { useAnswersTo } from "../queries";

/** One question over the class: the same matter read again and again, with names or without. */
const { slug, id, question } = defineProps<{ slug: string; id: number; question: number }>();
const { t } = useI18n();
const wrong = useWrong();
const route = useRoute();
const router = useRouter();
const waiting = computed(() => route.query.waiting === "1");
const start = computed(() => Math.max(0, Number(route.query.start ?? 0) || 0));
const {
  data: page,
  error,
  isFetching,
} = useAnswersTo(
  () => slug,
  () => id,
  () => question,
  () => waiting.value,
  () => start.value,
);
const named = ref(true);
const shown = computed(() => (waiting.value ? (page.value?.waiting ?? 0) : (page.value?.all ?? 0)));
const last = computed(() => start.value + (page.value?.answers.length ?? 0));
const go = (to: { waiting?: boolean; start?: number }): void =>
  void router.replace({
    query: {
      ...((to.waiting ?? waiting.value) ? { waiting: "1" } : {}),
      ...(to.start ? { start: String(to.start) } : {}),
    },
  });

/** After one is kept, on to the next field. */
async function onward(answer: number): Promise<void> {
  const ids = page.value?.answers.map((a) => a.question.id) ?? [];
  const next = ids[ids.indexOf(answer) + 1];
  await nextTick();
  if (next) document.querySelector<HTMLInputElement>(`#answer-${next} form input`)?.focus();
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="mx-auto max-w-[880px] px-3.5 pt-4 pb-24 sm:px-6">
    <p class="text-[14px] text-soft">
      <RouterLink :to="itemPath(slug, id)">{{ page.title }}</RouterLink> ·
      <RouterLink :to="quizClassPath(slug, id)">{{ t("quiz.class.title") }}</RouterLink>
    </p>
    <div class="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
      <h1 class="text-[26px] font-bold">{{ page.name }}</h1>
      <span class="text-soft" role="status">{{
        page.waiting
          ? t("answersTo.waiting", { n: page.waiting, all: page.all })
          : t("answersTo.allRead", { all: page.all })
      }}</span>
    </div>
    <div class="mb-4 flex flex-wrap gap-x-6">
      <UiCheck
        :model-value="waiting"
        :label="t('answersTo.onlyWaiting')"
        @update:model-value="(on) => go({ waiting: !!on })"
      />
      <UiCheck v-model="named" :label="t('answersTo.names')" />
    </div>
    <p v-if="!page.answers.length && !isFetching" class="card px-4 py-3">
      {{ t("answersTo.none") }}
      <UiButton look="text" @click="go({ waiting: false })">{{ t("answersTo.all") }}</UiButton>
    </p>
    <ol class="grid gap-4">
      <li v-for="(one, n) in page.answers" :id="`answer-${one.question.id}`" :key="one.question.id">
        <p class="mb-1">
          <RouterLink
            v-if="named"
            class="font-semibold"
            :to="quizOfPath(slug, id, one.person_id, one.number)"
            >{{ one.name }}</RouterLink
          >
          <b v-else>{{ t("answersTo.someone", { n: start + n + 1 }) }}</b>
          <span v-if="one.number > 1" class="text-soft">
            · {{ t("answersTo.attempt", { n: one.number }) }}</span
          >
        </p>
        <ReviewedCard :question="one.question" :slug="slug" :zone="page.zone" :on-paper="one.on_paper">
          <ReadForm :question="one.question" :slug="slug" :id="id" @kept="onward(one.question.id)" />
        </ReviewedCard>
      </li>
    </ol>
    <nav v-if="shown > page.at_a_time" class="mt-4 flex items-center gap-4" :aria-label="page.name">
      <UiButton :disabled="!start" @click="go({ start: Math.max(0, start - page.at_a_time) })">{{
        t("answersTo.before")
      }}</UiButton>
      <span class="figures">{{ t("answersTo.range", { first: start + 1, last, all: shown }) }}</span>
      <UiButton :disabled="last >= shown" @click="go({ start: start + page.at_a_time })">{{
        t("answersTo.after")
      }}</UiButton>
    </nav>
  </main>
  <LoadingNote v-else />
</template>
