<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { valueOf } from "@/ui/field/events";
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import { coursePath } from "@/api/reads";
import { useWrong } from "@/frame/writes";
import { itemPath, postPath, searchPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useTimes } from "@/ui/moment/zones";
import FoundWords from "../components/FoundWords.vue";

/** What was found in the course, the best first; arrow keys go along the list. */
const { slug, text } = defineProps<{ slug: string; text: string }>();
const { t } = useI18n();
const kinds = useKinds();
const router = useRouter();
const wrong = useWrong();
const { data: found, error } = useQuery({
  ...coursePath(() => slug).search(() => text),
  placeholderData: (before) => before,
});

const count = computed(() => (found.value ? found.value.hits.length + found.value.said.length : 0));
const times = useTimes(() => found.value?.zone ?? "UTC");

/** On a phone the field stands here, for want of room in the bar. */
const typed = (event: Event) => void router.replace(searchPath(slug, valueOf(event)));

function move(by: number, event: KeyboardEvent): void {
  const links = [...document.querySelectorAll<HTMLElement>("[data-hit] a")];
  const next = links[links.indexOf(event.target as HTMLElement) + by];
  if (!next) return;
  event.preventDefault();
  next.focus();
}
</script>

<template>
  <NothingHere v-if="error && !found" :message="wrong(error)" />
  <main v-else-if="found" id="content" class="max-w-[860px] px-3.5 py-4 pb-24 sm:px-6">
    <form role="search" class="mb-4 sm:hidden" @submit.prevent>
      <input class="field" type="search" :value="text" :aria-label="t('search.label')" @input="typed" />
    </form>
    <h1 class="mb-3 text-[22px] font-bold [overflow-wrap:anywhere]">
      {{ found.text ? t("search.title", { text: found.text }) : t("search.empty") }}
    </h1>
    <p v-if="found.text" role="status" class="mb-3 text-soft">
      {{ count ? t("search.count", { n: count }, count) : t("search.none") }}
    </p>
    <ol>
      <li
        v-for="hit in found.hits"
        :key="hit.item.id"
        data-hit
        class="border-t border-rule-faint py-2.5"
        @keydown.down="move(1, $event)"
        @keydown.up="move(-1, $event)"
      >
        <RouterLink :to="itemPath(slug, hit.item.id)" class="font-semibold">{{ hit.item.title }}</RouterLink>
        <span class="ml-2 text-[13.5px] text-soft">
          {{ kinds.word(hit.kind) }} ·
          {{ t(found.dated ? "item.stepWeek" : "item.stepModule", { n: hit.item.step }) }}
          <template v-if="hit.locked"> · {{ t("state.locked") }}</template>
          <template v-if="hit.hidden"> · {{ t("size.draft") }}</template>
        </span>
        <FoundWords v-if="hit.snippet" :snippet="hit.snippet" />
      </li>
    </ol>
    <section v-if="found.said.length" class="mt-4">
      <h2 class="text-[16px] font-bold">{{ t("search.said") }}</h2>
      <ol>
        <li
          v-for="post in found.said"
          :key="post.post"
          data-hit
          class="border-t border-rule-faint py-2.5"
          @keydown.down="move(1, $event)"
          @keydown.up="move(-1, $event)"
        >
          <RouterLink :to="postPath(slug, post.item.id, post.post)" class="font-semibold">{{
            t("search.saidBy", { name: post.author, title: post.item.title })
          }}</RouterLink>
          <span class="ml-2 text-[13.5px] text-soft">{{ times.moment(post.at) }}</span>
          <FoundWords :snippet="post.snippet" />
        </li>
      </ol>
    </section>
  </main>
  <LoadingNote v-else />
</template>
