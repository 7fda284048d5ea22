<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { readAnew, touched } from "@/api/reads";
import { postPath } from "@/frame/addresses";
import { alongKeys, useKeys } from "@/frame/shortcuts";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useQueryClient } from "@tanstack/vue-query";
import type { OwnAction } from "../own";
import PartWaits from "../components/PartWaits.vue";
import PostCard from "./PostCard.vue";
import TalkLane from "./TalkLane.vue";
import { useTalk, useTalkNews, useTalkWrites } from "./queries";
import { useTalkWish, type View } from "./wish";

const PostEditor = defineAsyncComponent(() => import("./PostEditor.vue"));
const TalkClass = defineAsyncComponent(() => import("./TalkClass.vue"));

/** A discussion: the class over the days, what is said in order of time, one's own writing. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const id = () => page.row.id;
const { wish, show, scoring } = useTalkWish();
const reading = useTalk(
  () => slug,
  id,
  () => wish.value,
);
const { data: talk } = reading;
const { data: news } = useTalkNews(
  () => slug,
  id,
  () => talk.value?.newest ?? -1,
);
const writes = useTalkWrites(() => slug, id);
const times = useTimes(() => page.zone);
/** What is written just now: a post of one's own (0), or a reply to this post. */
const writing = ref<number | null>(null);

const views = computed<{ view: View; words: string }[]>(() => {
  const totals = talk.value?.totals;
  const since = talk.value?.since;
  if (!totals) return [];
  return [
    { view: "time", words: t("talk.byTime") },
    ...(talk.value?.rules.sort === "introductions"
      ? []
      : [{ view: "unanswered" as const, words: t("talk.unanswered", { n: totals.unanswered }) }]),
    ...(since
      ? [
          {
            view: "new" as const,
            words: t("talk.newSince", { at: times.value.moment(since), n: totals.new }),
          },
        ]
      : []),
    { view: "mine", words: t("talk.mine") },
  ];
});
const people = computed(() => {
  const found = new Map<number, string>();
  for (const thread of talk.value?.threads ?? [])
    for (const post of [thread.head, ...thread.replies])
      if (!post.mine) found.set(post.author_id, post.author);
  return [...found].map(([pk, name]) => ({ id: pk, name }));
});
const canWrite = computed(() => talk.value && !talk.value.shut && !talk.value.walking);
const drafted = computed(() => talk.value?.drafts.some((d) => d.answers === null) ?? false);

/** Moves to a post that is there, unless something is written meanwhile: whoever types stays where they type. */
async function goTo(pk: number): Promise<boolean> {
  await nextTick();
  const post = document.getElementById(`post-${pk}`);
  if (post && writing.value === null) {
    post.scrollIntoView({ block: "center" });
    post.focus({ preventScroll: true });
  }
  return post !== null;
}

/** The post that the address names, once it is there; once for an address, however often the page is read again. */
let arrived = "";
watch(
  [talk, () => route.fullPath],
  async ([found, address]) => {
    const wanted = Number(route.query.post);
    if (!found || !wanted || arrived === address || route.hash !== `#post-${wanted}`) return;
    if (await goTo(wanted)) arrived = address;
  },
  { immediate: true },
);
onMounted(() => {
  if (!page.teaching || talk.value?.walking !== true) writes.seen.mutate(null);
});

/** What was written has closed, unless its writer is at another one by now: then they stay there. */
async function posted(pk: number, replied: number): Promise<void> {
  if (writing.value !== replied) return;
  writing.value = null;
  await show({ ...(replied ? { ...route.query } : { view: undefined, page: undefined }), post: pk });
  await goTo(pk);
}

async function showNew(): Promise<void> {
  await readAnew(queries, touched.reading(slug, id()));
}

/** The reply that is left to write is offered where somebody waits for it. */
async function answerOne(pk: number): Promise<void> {
  writing.value = pk;
  await router.push(postPath(slug, id(), pk));
}

function replyHere(): void {
  const at = document.activeElement?.closest<HTMLElement>("[data-post]")?.dataset.post;
  if (at && canWrite.value) writing.value = Number(at);
}
useKeys(() => ({
  ...alongKeys("[data-post]"),
  r: replyHere,
  w: () => canWrite.value && (writing.value = 0),
}));

const action = computed((): OwnAction | null => {
  if (!canWrite.value || writing.value !== null || scoring.value || talk.value?.part?.done) return null;
  const wants = talk.value?.part?.wants ?? [];
  const left = (what: "post" | "reply") => wants.some((w) => w.what === what && w.have < w.count);
  const [waits] = talk.value?.waiting ?? [];
  if (!drafted.value && !left("post") && left("reply") && waits)
    return { label: t("talk.answerOne"), run: () => answerOne(waits.id) };
  const label = t(drafted.value ? "talk.goOn" : "talk.write");
  return { label, run: () => (writing.value = 0) };
});
defineExpose({ action });
</script>

<template>
  <TalkClass v-if="scoring" :page="page" :slug="slug" />
  <section v-else-if="talk" class="mt-2" :aria-label="t('talk.title')">
    <TalkLane :page="talk" />
    <div class="views no-print">
      <button
        v-for="one in views"
        :key="one.view"
        type="button"
        :class="{ on: wish.view === one.view && !wish.thread }"
        :aria-pressed="wish.view === one.view && !wish.thread"
        @click="show({ view: one.view })"
      >
        {{ one.words }}
      </button>
      <label v-if="talk.rooms.length" class="flex items-center gap-2">
        {{ t("talk.group") }}
        <select
          class="field !min-h-7 !w-auto !py-0"
          :value="talk.room ?? ''"
          @change="show({ group: ($event.target as HTMLSelectElement).value || undefined })"
        >
          <option value="">{{ t("talk.allGroups") }}</option>
          <option v-for="room in talk.rooms" :key="room.id" :value="room.id">{{ room.name }}</option>
        </select>
      </label>
      <button v-if="canWrite && talk.part?.done" type="button" @click="writing = 0">
        {{ t("talk.writeMore") }}
      </button>
      <span class="ml-auto text-soft max-sm:hidden">{{ t("talk.keys") }}</span>
    </div>
    <PostEditor
      v-if="writing === 0"
      class="mt-3"
      :slug="slug"
      :id="page.row.id"
      :page="talk"
      :people="people"
      @close="writing = null"
      @posted="posted($event, 0)"
    />
    <p v-if="talk.shut" class="note">{{ t(`talk.shut.${talk.shut}`) }}</p>
    <p v-if="talk.waits_for_own" class="note">{{ t("talk.waitsForOwn") }}</p>
    <p v-if="news?.posts" class="note" role="status">
      {{ t("talk.meanwhile", { n: news.posts }, news.posts) }}
      <UiButton look="text" @click="showNew">{{ t("talk.showThem") }}</UiButton>
    </p>
    <p v-if="wish.thread" class="mt-3">
      <UiButton look="text" @click="show({})">{{ t("talk.backToAll") }}</UiButton>
    </p>
    <p v-if="!talk.threads.length && !talk.waits_for_own" class="note">
      {{ t(`talk.nothing.${wish.view}`) }}
    </p>
    <div :class="{ wall: talk.rules.sort === 'introductions' }">
      <div v-for="thread in talk.threads" :key="thread.head.id">
        <template v-for="post in [thread.head, ...thread.replies]" :key="post.id">
          <PostCard
            :post="post"
            :page="talk"
            :slug="slug"
            :id="page.row.id"
            :thread="thread"
            @reply="writing = post.id"
          />
          <PostEditor
            v-if="writing === post.id"
            class="mt-2 ml-13"
            :slug="slug"
            :id="page.row.id"
            :page="talk"
            :people="people"
            :answers="post.id"
            :to="post.mine ? t('talk.yourself') : post.author"
            @close="writing = null"
            @posted="posted($event, post.id)"
          />
        </template>
        <UiButton
          v-if="thread.more"
          look="text"
          class="mt-1 ml-13"
          @click="show({ thread: thread.head.id })"
          >{{ t("talk.moreReplies", { n: thread.more }, thread.more) }}</UiButton
        >
      </div>
    </div>
    <nav v-if="talk.pages > 1" class="mt-4 flex items-center gap-3" :aria-label="t('talk.pagesLabel')">
      <UiButton :disabled="talk.page <= 1" @click="show({ view: wish.view, page: talk.page - 1 })">{{
        t("talk.earlier")
      }}</UiButton>
      <span class="text-soft">{{ t("talk.pageOf", { n: talk.page, all: talk.pages }) }}</span>
      <UiButton :disabled="talk.page >= talk.pages" @click="show({ view: wish.view, page: talk.page + 1 })">{{
        t("talk.laterPage")
      }}</UiButton>
    </nav>
  </section>
  <PartWaits v-else :query="reading" />
</template>

<style scoped>
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  margin-top: 8px;
  font-size: 14px;
}
.views > button {
  min-height: 28px;
  color: var(--deep);
}
.views > .on {
  color: var(--ink);
  font-weight: 650;
}
.note {
  margin-top: 12px;
  padding: 8px 14px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--band);
}
.wall {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 0 12px;
}
</style>
