<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, libraryPath } from "@/frame/addresses";
import { keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useAsking } from "@/items/asking";
import { useKinds } from "@/frame/kinds";
import QuestionLines from "@/items/questions/QuestionLines.vue";
import LineForm from "@/items/questions/LineForm.vue";
import { useAnswering, usePublishing } from "@/items/questions/answering";
import { answersPath, contextWords, workPath } from "@/items/questions/context";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import RichText from "@/ui/richtext/RichText.vue";

/** A question with what came along, what was said to it, and what its reader can do with it. */
const { question, page, slug } = defineProps<{
  question: Shapes["QuestionOut"];
  page: Shapes["Questions"];
  slug: string;
}>();
const emit = defineEmits<{ publish: [] }>();
const { t } = useI18n();
const times = useTimes(() => page.zone);
const asking = useAsking(() => slug);
const answering = useAnswering(() => slug);
const publishing = usePublishing(() => slug);
const { data: me } = useMe();
const kept = `question.${slug}.said.${question.id}`;
const writing = ref(keptTyped(me.value?.id ?? 0, kept) !== null);
const whole = computed(() => page.teaching || question.mine);
const head = computed(() => {
  const who = question.mine ? t("talk.you") : question.asker || t("asked.somebody");
  return [who, question.section, times.value.moment(question.at)].filter(Boolean).join(" · ");
});
const context = computed(() => contextWords(question, t));
const kinds = useKinds();
const work = computed(() => (page.teaching ? workPath(slug, question, kinds) : ""));
const late = computed(() => !!question.by && Date.parse(question.by) < Date.parse(page.now));
</script>

<template>
  <article :id="`question-${question.id}`" class="card question" :class="{ waits: question.waits_since }">
    <header class="flex flex-wrap items-baseline gap-x-3">
      <span class="text-[14px]" :class="whole ? 'font-semibold' : 'text-soft'">{{ head }}</span>
      <RouterLink v-if="question.item" :to="itemPath(slug, question.item.id)" class="underline">{{
        question.item.title
      }}</RouterLink>
      <b v-if="question.regrade" class="text-[14px]">{{ t("regrade.asks") }}</b>
      <span
        v-if="question.waits_since && question.by"
        class="ml-auto text-[14px]"
        :class="{ 'text-late': late }"
        >{{ t(late ? "asked.promiseBroken" : "asked.promised", { at: times.day(question.by) }) }}</span
      >
      <span v-else-if="question.published" class="ml-auto text-[14px]"
        ><RouterLink :to="libraryPath(slug, 'faq')" class="underline">{{
          t("asked.isPublished")
        }}</RouterLink></span
      >
    </header>
    <p v-if="context.length" class="text-[13.5px] text-soft">{{ context.join(" · ") }}</p>
    <p v-if="work" class="text-[14px]">
      <RouterLink :to="work" class="underline">{{ t("regrade.work") }}</RouterLink>
    </p>
    <p v-else-if="page.teaching && answersPath(slug, question)" class="text-[14px]">
      <RouterLink :to="answersPath(slug, question)" class="underline">{{
        t("asked.theirAnswers")
      }}</RouterLink>
    </p>
    <RichText class="words" :html="question.html" />
    <QuestionLines :lines="question.lines" :zone="page.zone" />
    <LineForm
      v-if="writing"
      :question="question"
      :kept="kept"
      :first="keptTyped<string>(me?.id ?? 0, kept)?.value ?? ''"
      :teaching="page.teaching"
      :slug="slug"
      @close="writing = false"
    />
    <footer v-else class="mt-1 flex flex-wrap items-center gap-2 text-[14px] no-print">
      <UiButton v-if="whole" @click="writing = true">{{
        t(page.teaching ? "asked.answer" : "asked.askOn")
      }}</UiButton>
      <UiButton
        v-if="!whole && question.waits_since"
        look="text"
        @click="asking.too.mutate({ id: question.id, on: !question.own_too })"
        >{{ t(question.own_too ? "asked.notToo" : "asked.meToo") }}</UiButton
      >
      <template v-if="page.teaching">
        <UiButton
          v-if="page.can_lay_out && question.answered_at && !question.published"
          @click="emit('publish')"
          >{{ t("asked.publish") }}</UiButton
        >
        <UiButton
          v-if="page.can_lay_out && question.published"
          look="text"
          @click="publishing.unpublish.mutate(question.id)"
          >{{ t("asked.unpublish") }}</UiButton
        >
        <UiButton
          look="text"
          @click="answering.settle.mutate({ id: question.id, on: question.waits_since !== null })"
          >{{ t(question.waits_since ? "asked.settle" : "asked.reopen") }}</UiButton
        >
        <label v-if="page.teachers.length > 1" class="flex items-center gap-2 text-soft"
          >{{ t("asked.handOn") }}
          <select
            class="field !min-h-8 !w-auto !py-0"
            :value="page.teachers.find((p) => p.name === question.assignee)?.id ?? ''"
            @change="
              answering.handOn.mutate({
                id: question.id,
                person_id: Number(($event.target as HTMLSelectElement).value),
              })
            "
          >
            <option value="" disabled>{{ t("asked.nobody") }}</option>
            <option v-for="one in page.teachers" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </label>
      </template>
      <span v-if="question.too" class="text-soft">{{
        t("asked.tooCount", { n: question.too }, question.too)
      }}</span>
    </footer>
  </article>
</template>

<style scoped>
.question {
  padding: 10px 16px 12px;
  scroll-margin-top: 90px;
}
.waits {
  border-left: 3px solid var(--now);
}
.words {
  margin: 2px 0 6px;
  font-size: 15.5px;
}
</style>
