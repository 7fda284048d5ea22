<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { courseDiscussions } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { itemPath } from "@/frame/addresses";
import { useWrong } from "@/frame/writes";
import { stateWord, tileOf, wantWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";
import TalkParts from "../components/TalkParts.vue";

/** Every discussion in order of the path, with one's own part in words; what asks something now stands out. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: page, error } = useQuery(courseDiscussions(() => slug));
const times = useTimes(() => page.value?.zone ?? "UTC");
type Talking = Shapes["Talking"];

const all = computed(() => page.value?.discussions ?? []);
const of = (when: Talking["when"]): Talking[] => all.value.filter((one) => one.when === when);
/** What asks something now stands first; then what comes, and what was, the latest first. */
const groups = computed(() => [
  { when: "now", list: of("now"), words: page.value?.teaching ? "talk.running" : "talk.asksNow" },
  { when: "to_come", list: of("to_come"), words: "talk.toCome" },
  { when: "earlier", list: of("earlier").reverse(), words: "talk.before" },
]);
const next = computed(() => (page.value?.teaching ? null : of("now")[0]?.row.id));

/** What one's own part is: what is left of it, or how it stands. */
function part({ row, when }: Talking): string {
  if (page.value?.teaching) return "";
  const state = stateWord(row, t, times.value);
  const left = when === "now" ? wantWords(row, t, times.value) : "";
  return row.state === "missing" && left ? `${state} · ${left}` : left || state;
}
function heard(one: Talking): string {
  const said = [t("talk.postCount", { n: one.posts }, one.posts)];
  if (one.replied_to || one.replies) said.push(t("talk.replyCount", { n: one.replies }, one.replies));
  if (one.waiting && one.replied_to) said.push(t("talk.waitCount", { n: one.waiting }, one.waiting));
  return one.waits_for_own ? t("talk.ownFirst") : said.join(" · ");
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.talk") }}: {{ t("talk.all") }}</h1>
    <TalkParts :slug="slug" chosen="discussions" />
    <p v-if="!page.discussions.length" class="card max-w-5xl p-5 text-soft">
      {{ t(page.can_lay_out ? "talk.noneTeacher" : "talk.none") }}
    </p>
    <section v-for="group in groups" v-show="group.list.length" :key="group.when" class="mb-5 max-w-5xl">
      <h2 class="mb-2 text-[16px] font-bold">{{ t(group.words) }}</h2>
      <ol class="card">
        <li
          v-for="one in group.list"
          :key="one.row.id"
          class="line"
          :class="{ next: one.row.id === next, rest: group.when !== 'now' }"
        >
          <span class="figures step">{{
            t(page.dated ? "item.stepWeek" : "item.stepModule", { n: one.step })
          }}</span>
          <StateTile
            v-if="!page.teaching"
            :tile="tileOf(one.row)"
            :size="18"
            :word="stateWord(one.row, t, times)"
          />
          <div class="min-w-0 flex-1">
            <RouterLink :to="itemPath(slug, one.row.id)" class="title">{{ one.row.title }}</RouterLink>
            <p v-if="part(one)" class="text-[14px]">{{ part(one) }}</p>
            <p v-if="one.heard" class="text-[13.5px] text-soft">
              <b v-if="one.new" class="new">{{ t("talk.newCount", { n: one.new }, one.new) }}</b>
              {{ heard(one) }}
            </p>
          </div>
          <span class="due figures">{{ one.row.due ? times.moment(one.row.due) : "" }}</span>
          <UiButton v-if="one.row.id === next" look="main" :to="itemPath(slug, one.row.id)">{{
            t("talk.take")
          }}</UiButton>
        </li>
      </ol>
    </section>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 9px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.line:last-child {
  border: 0;
}
.next {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.step {
  width: 70px;
  color: var(--ink-soft);
  font-size: 13px;
}
.rest .title {
  font-weight: 500;
}
.title {
  color: var(--ink);
  font-weight: 650;
  overflow-wrap: anywhere;
  text-decoration: none;
}
.title:hover {
  text-decoration: underline;
}
.new {
  padding: 0 5px;
  border-radius: 3px;
  background: var(--now-wash);
  color: var(--ink);
}
.due {
  font-size: 13.5px;
}
@media screen and (max-width: 719px) {
  .step {
    width: auto;
  }
  .due {
    width: 100%;
  }
}
</style>
