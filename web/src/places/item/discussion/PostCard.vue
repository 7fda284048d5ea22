<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { postPath } from "@/frame/addresses";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";
import { usePostEditions, useTalkWrites } from "./queries";
import { choicesOf, mayDo } from "./doing";
import ReasonDialog from "./ReasonDialog.vue";

const ChangePost = defineAsyncComponent(() => import("./ChangePost.vue"));

const { post, page, slug, id, thread } = defineProps<{
  post: Shapes["PostOut"];
  page: Shapes["TalkPage"];
  slug: string;
  id: number;
  thread: Shapes["ThreadOut"];
}>();
const emit = defineEmits<{ reply: [] }>();
const { t } = useI18n();
const times = useTimes(() => page.zone);
const writes = useTalkWrites(
  () => slug,
  () => id,
);
const changing = ref(false);
const asking = ref<"hide" | "close" | "report" | null>(null);
const earlier = ref(false);
const { data: editions } = usePostEditions(
  () => slug,
  () => post.id,
  () => earlier.value,
);
const isHead = computed(() => post.root === null);
const initials = computed(() =>
  post.author
    .split(/\s+/)
    .map((part) => part[0] ?? "")
    .filter((_, n, all) => n === 0 || n === all.length - 1)
    .join("")
    .toUpperCase(),
);
const facts = computed(() => {
  const said = [times.value.moment(post.at)];
  if (post.teaches) said.push(t("talk.teaches"));
  else if (post.place && !post.mine) said.push(post.place);
  if (post.to) said.push(t("talk.to", { name: post.to }));
  if (post.mine && !post.gone) {
    said.push(t("talk.words", { n: post.words }, post.words));
    if (post.counts) said.push(t(isHead.value ? "talk.countsPost" : "talk.countsReply"));
  }
  if (post.edited_at) said.push(t("talk.edited", { at: times.value.moment(post.edited_at) }));
  return said.join(" · ");
});
const closed = computed(() => thread.closed_at !== null);
const may = computed(() => mayDo(post, thread, page));
const choices = computed(() =>
  choicesOf(post, thread, page).map((key) => ({ key, label: t(`talk.${key}`) })),
);

async function choose(key: string): Promise<void> {
  if (key === "link") return copyLink();
  if (key === "editions") return void (earlier.value = !earlier.value);
  if (key === "hide" || key === "close" || key === "report") return void (asking.value = key);
  if (key === "show") await writes.hide.mutateAsync({ pk: post.id, on: false, why: "" }).catch(() => null);
  if (key === "open") await writes.close.mutateAsync({ pk: post.id, on: false, why: "" }).catch(() => null);
  if (key === "settle") await writes.settle.mutateAsync(post.id).catch(() => null);
}

async function copyLink(): Promise<void> {
  const address = new URL(postPath(slug, id, post.id), location.origin).href;
  await navigator.clipboard.writeText(address).then(
    () => say(t("talk.linkCopied")),
    () => say(address),
  );
}

async function withReason(why: string): Promise<void> {
  const what = asking.value;
  const wish = { pk: post.id, on: true, why };
  const done =
    what === "report"
      ? await writes.report.mutateAsync({ pk: post.id, why }).catch(() => null)
      : await writes[what === "hide" ? "hide" : "close"].mutateAsync(wish).catch(() => null);
  if (!done) return;
  asking.value = null;
  if (what === "report") say(t("talk.reported"));
}
const busy = computed(
  () => writes.hide.isPending.value || writes.close.isPending.value || writes.report.isPending.value,
);
</script>

<template>
  <article
    :id="`post-${post.id}`"
    class="post"
    :class="{ mine: post.mine, reply: !isHead, fresh: post.new, gone: post.gone }"
    tabindex="-1"
    :data-post="post.id"
    :aria-label="t('talk.by', { name: post.mine ? t('talk.you') : post.author })"
  >
    <div class="face" :class="{ own: post.mine, teacher: post.teaches }" aria-hidden="true">
      {{ initials }}
    </div>
    <div class="min-w-0">
      <header class="head">
        <b>{{ post.mine ? t("talk.you") : post.author }}</b>
        <span class="facts">{{ facts }}</span>
        <span v-if="post.new" class="new">{{ t("talk.new") }}</span>
        <span v-if="post.accepted" class="answer">{{ t("talk.answer") }}</span>
        <span v-if="may.waits" class="waits">{{ t("talk.noReply") }}</span>
      </header>
      <p v-if="post.gone" class="my-1 text-soft">
        {{ t(`talk.gone.${post.gone}`) }}
        {{ post.why ? t("talk.because", { why: post.why }) : "" }}
      </p>
      <ChangePost v-if="changing" :post="post" :slug="slug" :id="id" @close="changing = false" />
      <RichText v-else-if="post.html" class="words" :html="post.html" />
      <p v-for="why in post.reports" :key="why" class="mt-1 text-[14px] text-late">
        {{ t("talk.reportedAs", { why }) }}
      </p>
      <section v-if="earlier && editions" class="mt-2 border-l-2 border-rule pl-3">
        <div v-for="one in editions" :key="one.edition">
          <p class="text-[13px] text-soft">{{ t("talk.asOf", { at: times.moment(one.at) }) }}</p>
          <RichText class="words" :html="one.html" />
        </div>
      </section>
      <p v-if="isHead && closed" class="mt-1 text-[14px] text-soft">
        {{ t("talk.closedBy", { who: thread.closed_by, why: thread.closed_why }) }}
      </p>
      <footer v-if="!changing && !page.walking" class="acts no-print">
        <button v-if="may.reply" type="button" @click="emit('reply')">{{ t("talk.reply") }}</button>
        <button
          v-if="may.askToo"
          type="button"
          :aria-pressed="post.own_same"
          @click="writes.same.mutate({ pk: post.id, on: !post.own_same })"
        >
          {{ t(post.own_same ? "talk.sameToo" : "talk.same") }}
        </button>
        <span v-if="post.same" class="text-soft">{{ t("talk.sameCount", { n: post.same }, post.same) }}</span>
        <button
          v-if="may.accept"
          type="button"
          @click="writes.accept.mutate({ pk: post.id, on: !post.accepted })"
        >
          {{ t(post.accepted ? "talk.unaccept" : "talk.accept") }}
        </button>
        <template v-if="post.mine && !post.gone && !page.shut">
          <button type="button" @click="changing = true">{{ t("talk.change") }}</button>
          <button type="button" @click="writes.takeBack.mutate(post.id)">{{ t("talk.takeBack") }}</button>
        </template>
        <UiMenu :label="t('talk.more', { name: post.author })" :choices="choices" @choose="choose">⋯</UiMenu>
      </footer>
    </div>
    <ReasonDialog v-if="asking" :what="asking" :busy="busy" @say="withReason" @close="asking = null" />
  </article>
</template>

<style scoped>
.post {
  display: grid;
  grid-template-columns: 40px 1fr;
  gap: 12px;
  margin-top: 10px;
  padding: 12px 16px 8px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  scroll-margin-top: 90px;
}
.reply {
  margin-left: 52px;
}
.mine {
  border-left: 3px solid var(--deep);
}
.fresh {
  border-left: 3px solid var(--now);
}
.gone {
  background: var(--band);
}
.face {
  display: grid;
  place-items: center;
  width: 36px;
  height: 36px;
  border-radius: 3px;
  background: var(--span-done);
  font: 700 13px var(--font-head);
}
.own {
  outline: 2px solid var(--deep);
  outline-offset: -2px;
}
.teacher {
  background: var(--ink);
  color: var(--sheet);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
}
.facts {
  color: var(--ink-soft);
  font-size: 13.5px;
}
.waits {
  margin-left: auto;
  color: var(--ink-soft);
  font-size: 13px;
}
.new {
  padding: 0 5px;
  border-radius: 3px;
  background: var(--now-wash);
  font-size: 12.5px;
  font-weight: 650;
}
.answer {
  padding: 0 5px;
  border: 1px solid var(--done);
  border-radius: 3px;
  color: var(--done);
  font-size: 12.5px;
  font-weight: 650;
}
.words {
  margin: 3px 0 6px;
  font-size: 15.5px;
  line-height: 1.5;
}
.words :deep(img) {
  max-width: min(100%, 340px);
  max-height: 260px;
  width: auto;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  font-size: 14px;
}
.acts > button {
  min-height: 26px;
  color: var(--deep);
}
.acts > button:hover {
  text-decoration: underline;
}
@media (max-width: 719px) {
  .post {
    grid-template-columns: 1fr;
    padding: 10px 12px 6px;
  }
  .face {
    display: none;
  }
  .reply {
    margin-left: 18px;
  }
}
</style>
