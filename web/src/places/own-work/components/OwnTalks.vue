<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, postPath } from "@/frame/addresses";
import OwnPost from "./OwnPost.vue";
import WorkTitle from "./WorkTitle.vue";

/** What one said in the discussions of a course; the discussion with the latest word first. */
const { slug, talks, when } = defineProps<{
  slug: string;
  talks: Shapes["OwnTalk"][];
  when: (at: string) => string;
}>();
const { t } = useI18n();
</script>

<template>
  <ul>
    <li v-for="talk in talks" :key="talk.item_id" class="border-b border-rule py-2.5">
      <WorkTitle
        :to="talk.there ? itemPath(slug, talk.item_id) : null"
        :title="talk.item"
        :when="t('ownWork.saidTimes', { n: talk.posts.length }, talk.posts.length)"
        :given="talk.given"
        :possible="talk.possible"
      />
      <p v-if="talk.remark" class="max-w-[72ch] whitespace-pre-wrap">{{ talk.remark }}</p>
      <ol class="mt-0.5">
        <li v-for="post in talk.posts" :key="post.id">
          <OwnPost :post="post" :when="when(post.at)">
            <RouterLink
              v-if="talk.there && !post.hidden"
              class="inline-flex min-h-6 items-center text-[14px]"
              :to="postPath(slug, talk.item_id, post.id)"
              >{{ t("ownWork.inPlace") }}</RouterLink
            >
          </OwnPost>
        </li>
      </ol>
    </li>
  </ul>
</template>
