<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import RichText from "@/ui/richtext/RichText.vue";

/** A post of one's own: how it begins, and all of it when it is opened. */
const { post, when } = defineProps<{ post: Shapes["OwnPost"]; when: string }>();
const { t } = useI18n();
const wrong = useWrong();
const open = ref(false);
const { data, error } = useQuery({ ...own.postText(() => post.id), enabled: () => open.value });
</script>

<template>
  <details @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="min-h-6 cursor-pointer truncate py-0.5">
      <span class="text-soft">{{ t(post.reply ? "ownWork.reply" : "ownWork.post") }} · {{ when }}</span>
      <span v-if="!open && post.begins" class="ml-2">{{ post.begins }}</span>
      <span v-if="post.hidden" class="ml-2 text-late">{{ t("ownWork.hidden", { why: post.hidden }) }}</span>
    </summary>
    <p v-if="error && !data" class="text-late">{{ wrong(error) }}</p>
    <RichText v-else-if="data" class="max-w-[76ch]" :html="data.html" />
    <p v-else>{{ t("app.loading") }}</p>
    <p><slot /></p>
  </details>
</template>
