<script setup lang="ts">
import { computed, watch } from "vue";
import { useI18n } from "vue-i18n";
import { client, told } from "@/api/client";
import { touched } from "@/api/reads";
import { isWalking } from "@/api/walk";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrite, useWrong } from "@/frame/writes";
import { useTimes } from "@/ui/moment/zones";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import MessageForm from "@/items/writing/MessageForm.vue";
import type { Waiting } from "@/items/writing/outbox";
import { useThread } from "../queries";

/** One thread in order of time; what stands here is read. */
const { slug, id, waiting, send } = defineProps<{
  slug: string;
  id: number;
  waiting: Waiting[];
  send: (html: string) => Promise<void>;
}>();
const emit = defineEmits<{ drop: [key: string] }>();
const { t } = useI18n();
const wrong = useWrong();
const thread = useThread(
  () => slug,
  () => id,
);
const page = computed(() => thread.data.value?.pages[0]);
const error = thread.error;
/** The newest page comes first; within each the oldest does. */
const messages = computed(() => thread.data.value?.pages.toReversed().flatMap((one) => one.messages) ?? []);
const times = useTimes(() => page.value?.zone ?? "UTC");
const read = useWrite(
  (upto: number, headers) =>
    told(
      client.PUT("/api/courses/{slug}/messages/{thread_id}/read", {
        params: { path: { slug, thread_id: id } },
        body: { upto },
        headers,
      }),
    ),
  () => touched.writing(slug),
  true,
);
watch(
  () => page.value?.messages.at(-1)?.id ?? 0,
  (last) => {
    if (last > (page.value?.upto ?? last) && !isWalking(slug)) read.mutate(last);
  },
  { immediate: true },
);
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <section v-else-if="page" class="min-w-0" :aria-label="page.title || t('written.team')">
    <h2 class="mb-2 text-[17px] font-bold">{{ page.title || t("written.team") }}</h2>
    <UiButton
      v-if="thread.hasNextPage.value"
      class="mb-2"
      :disabled="thread.isFetchingNextPage.value"
      @click="thread.fetchNextPage()"
      >{{ t("written.older") }}</UiButton
    >
    <ol class="card mb-3">
      <li v-for="one in messages" :key="one.id" class="border-b border-rule-faint px-4 py-2.5">
        <p class="text-[13.5px] text-soft">
          <b class="text-ink">{{ one.mine ? t("talk.you") : one.sender }}</b>
          · {{ times.moment(one.at) }}
          <template v-if="one.context"> · {{ t("written.about", { about: one.context }) }}</template>
          <template v-if="one.mine && one.id <= page.read_by_other"> · {{ t("written.read") }}</template>
        </p>
        <RichText :html="one.html" />
      </li>
      <li v-for="one in waiting" :key="one.key" class="border-b border-rule-faint px-4 py-2.5">
        <p class="text-[13.5px] text-late" role="status">{{ one.refused || t("written.waits") }}</p>
        <RichText :html="one.html" />
        <UiButton v-if="one.refused" look="text" @click="emit('drop', one.key)">{{
          t("written.drop")
        }}</UiButton>
      </li>
    </ol>
    <MessageForm
      v-if="!isWalking(slug)"
      :key="id"
      :slug="slug"
      :what="`message.${slug}.${id}`"
      :send="send"
    />
  </section>
  <LoadingNote v-else />
</template>
