<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";

/** What teachers said of an attempt apart from its score; one's own can be taken away. */
const { comments, zone } = defineProps<{ comments: Shapes["CommentOut"][]; zone: string }>();
const emit = defineEmits<{ remove: [id: number] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
</script>

<template>
  <ul :aria-label="t('comments.yours')">
    <li v-for="one in comments" :key="one.id" class="border-l-2 border-rule py-0.5 pl-3">
      <p class="flex items-baseline gap-2 text-[13.5px] text-soft">
        {{ t("comments.one", { by: one.by, at: times.moment(one.at) }) }}
        <UiButton
          v-if="one.mine"
          look="text"
          :aria-label="t('comments.remove', { at: times.moment(one.at) })"
          @click="emit('remove', one.id)"
          >{{ t("comments.take") }}</UiButton
        >
      </p>
      <p class="max-w-[72ch] [overflow-wrap:anywhere] whitespace-pre-wrap">{{ one.words }}</p>
    </li>
  </ul>
</template>
