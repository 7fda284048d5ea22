<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { valueOf } from "@/ui/field/events";
import { useQuery } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import { coursePath } from "@/api/reads";
import { useWrong } from "@/frame/writes";
import { itemPath, searchPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { snippetParts } from "../snippet";

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
      {{
        found.hits.length ? t("search.count", { n: found.hits.length }, found.hits.length) : t("search.none")
      }}
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
        <p v-if="hit.snippet" class="text-[15px]">
          <template v-for="(part, n) in snippetParts(hit.snippet)" :key="n"
            ><mark v-if="part.found">{{ part.text }}</mark
            ><template v-else>{{ part.text }}</template></template
          >
        </p>
      </li>
    </ol>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
mark {
  background: var(--now-wash);
  color: var(--ink);
  font-weight: 650;
}
</style>
