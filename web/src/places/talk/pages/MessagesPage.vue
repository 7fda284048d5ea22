<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import { client, told, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { isWalking } from "@/api/walk";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { messagesPath } from "@/frame/addresses";
import { useWrite, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";
import TalkSearch from "../components/TalkSearch.vue";
import TalkParts from "../components/TalkParts.vue";
import ThreadPane from "../components/ThreadPane.vue";
import { useOutbox } from "@/items/writing/outbox";
import { useThreads } from "../queries";

const WriteDialog = defineAsyncComponent(() => import("@/items/writing/WriteDialog.vue"));

/** Threads, the one that was written in last first; beside them the one that is open. */
const { slug, thread } = defineProps<{ slug: string; thread: number | null }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const search = computed(() => String(route.query.q ?? ""));
const threads = useThreads(
  () => slug,
  () => search.value,
);
const page = computed(() => threads.data.value?.pages[0]);
const error = threads.error;
const lines = computed(() => threads.data.value?.pages.flatMap((one) => one.threads) ?? []);
const times = useTimes(() => page.value?.zone ?? "UTC");
const outbox = useOutbox();
const writing = ref(false);
const RULES = ["nobody", "group", "class"] as const;
const rule = useWrite(
  (classmates: Shapes["WritingRuleIn"]["classmates"], headers) =>
    told(
      client.PUT("/api/courses/{slug}/messages/rule", {
        params: { path: { slug } },
        body: { classmates },
        headers,
      }),
    ),
  () => touched.writing(slug),
);

async function write(people: number[], html: string): Promise<void> {
  const kept = await outbox.send({ people, html, context: "", thread: null });
  writing.value = false;
  if (!kept) return;
  say(t("written.sent", { n: kept.threads }, kept.threads));
  if (kept.thread) await router.push(messagesPath(slug, kept.thread));
}
async function reply(html: string): Promise<void> {
  await outbox.send({ people: [], html, context: "", thread });
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.talk") }}: {{ t("written.title") }}</h1>
    <TalkParts :slug="slug" chosen="messages" />
    <div class="mb-3 flex max-w-5xl flex-wrap items-end gap-3">
      <TalkSearch :label="t('written.search')" />
      <UiField v-if="page.can_lay_out" v-slot="{ field }" :label="t('written.rule')">
        <select
          :id="field"
          class="field"
          :value="page.classmates"
          @change="rule.mutate(($event.target as HTMLSelectElement).value as (typeof RULES)[number])"
        >
          <option v-for="one in RULES" :key="one" :value="one">{{ t(`written.rules.${one}`) }}</option>
        </select>
      </UiField>
      <UiButton
        v-if="!isWalking(slug) && (page.can_write_to_team || page.people.length)"
        look="main"
        class="ml-auto"
        @click="writing = true"
        >{{ t("written.write") }}</UiButton
      >
    </div>
    <div
      v-for="one in outbox.waiting.value.filter((w) => !w.thread)"
      :key="one.key"
      class="card mb-3 max-w-5xl px-4 py-2.5"
    >
      <p role="status" class="text-[13.5px] text-late">{{ one.refused || t("written.waits") }}</p>
      <RichText :html="one.html" />
      <UiButton v-if="one.refused" look="text" @click="outbox.drop(one.key)">{{
        t("written.drop")
      }}</UiButton>
    </div>
    <div class="grid max-w-5xl grid-cols-1 items-start gap-4 md:grid-cols-[minmax(240px,1fr)_minmax(0,2fr)]">
      <nav :aria-label="t('written.threads')" :class="{ 'max-md:hidden': thread }">
        <p v-if="!lines.length" class="card p-5 text-soft">
          {{ t(search ? "written.noneFound" : page.teaching ? "written.emptyTeacher" : "written.empty") }}
        </p>
        <ol v-else class="card">
          <li v-for="one in lines" :key="one.id">
            <RouterLink
              :to="messagesPath(slug, one.id)"
              class="thread"
              :class="{ open: one.id === thread }"
              :aria-current="one.id === thread ? 'page' : undefined"
            >
              <span class="flex items-baseline justify-between gap-2">
                <b class="truncate">{{ one.title || t("written.team") }}</b>
                <span class="text-[13px] text-soft">{{ times.day(one.at) }}</span>
              </span>
              <span class="block truncate text-[14px]" :class="one.unread ? 'font-semibold' : 'text-soft'">
                <span v-if="one.unread" class="new">{{ t("talk.new") }}</span>
                {{ one.mine ? `${t("talk.you")}: ` : "" }}{{ one.line }}</span
              >
            </RouterLink>
          </li>
        </ol>
        <UiButton
          v-if="threads.hasNextPage.value"
          class="mt-2"
          :disabled="threads.isFetchingNextPage.value"
          @click="threads.fetchNextPage()"
          >{{ t("written.more") }}</UiButton
        >
      </nav>
      <div>
        <p v-if="thread" class="mb-2 md:hidden">
          <RouterLink :to="messagesPath(slug)">{{ t("written.back") }}</RouterLink>
        </p>
        <ThreadPane
          v-if="thread"
          :id="thread"
          :key="thread"
          :slug="slug"
          :waiting="outbox.waiting.value.filter((w) => w.thread === thread)"
          :send="reply"
          @drop="outbox.drop"
        />
        <p v-else-if="lines.length" class="text-soft max-md:hidden">{{ t("written.choose") }}</p>
      </div>
    </div>
    <WriteDialog
      v-if="writing"
      :people="page.people"
      :groups="page.groups"
      :team="page.can_write_to_team"
      :slug="slug"
      :send="write"
      @close="writing = false"
    />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.thread {
  display: block;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-faint);
  color: var(--ink);
  text-decoration: none;
}
.open {
  box-shadow: inset 3px 0 0 var(--ink);
}
.new {
  color: var(--deep);
  font-weight: 700;
}
</style>
