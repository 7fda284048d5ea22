<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import { courseAsked } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import { questionPath } from "@/frame/addresses";
import { useKinds } from "@/frame/kinds";
import { keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import QuestionLines from "@/items/questions/QuestionLines.vue";
import LineForm from "@/items/questions/LineForm.vue";
import { contextWords, workPath } from "@/items/questions/context";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";

/** A question with what came along and what was said to it, answered where it waits. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const router = useRouter();
const { data: me } = useMe();
const { data: page } = useQuery(courseAsked(() => slug).questions(() => ""));
const question = computed(() => page.value?.questions.find((one) => one.id === id));
const kinds = useKinds();
const kept = `question.${slug}.said.${id}`;
const first = keptTyped<string>(me.value?.id ?? 0, kept)?.value ?? "";

function sent(): void {
  say(t("asked.answerSent"), {
    label: t("asked.publish"),
    run: () => void router.push(questionPath(slug, id)),
  });
}
</script>

<template>
  <section v-if="question && page" class="mt-2 border-l-2 border-rule pl-3" :aria-label="t('asked.question')">
    <p v-if="contextWords(question, t).length" class="text-[13.5px] text-soft">
      {{ contextWords(question, t).join(" · ") }}
    </p>
    <p v-if="workPath(slug, question, kinds)" class="text-[14px]">
      <RouterLink :to="workPath(slug, question, kinds)" class="underline">{{ t("regrade.work") }}</RouterLink>
    </p>
    <RichText :html="question.html" />
    <QuestionLines :lines="question.lines" :zone="page.zone" />
    <LineForm
      :question="question"
      :kept="kept"
      :first="first"
      teaching
      :slug="slug"
      @sent="sent"
      @close="emit('close')"
    />
  </section>
  <LoadingNote v-else-if="!page" />
</template>
