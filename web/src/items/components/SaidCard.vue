<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import RichText from "@/ui/richtext/RichText.vue";
import { useTimes } from "@/ui/moment/zones";
import { useSaidRead } from "../said-writes";

/** An announcement, whole: nothing has to be pressed to read it, and who has seen it has read it. */
const {
  said,
  slug,
  zone,
  now,
  code = "",
  quiet = false,
  heading = "h3",
} = defineProps<{
  said: Shapes["AnnouncementOut"];
  slug: string;
  zone: string;
  now: string;
  code?: string;
  /** For teachers, and in a walk-through: that it is looked at is nobody's reading. */
  quiet?: boolean;
  /** As it stands under what is above it. */
  heading?: "h2" | "h3";
}>();
const { t } = useI18n();
const times = useTimes(() => zone);
const writes = useSaidRead(() => slug);
const card = useTemplateRef<HTMLElement>("card");
const LONG_ENOUGH_MS = 1200;
let seen: IntersectionObserver | null = null;
let timer = 0;

onMounted(() => {
  // A rare one is read when its reader says so.
  if (quiet || said.read || said.rare || !card.value) return;
  seen = new IntersectionObserver((entries) => {
    window.clearTimeout(timer);
    if (!entries.some((e) => e.isIntersecting)) return;
    timer = window.setTimeout(() => {
      seen?.disconnect();
      writes.read.mutate([said.id]);
    }, LONG_ENOUGH_MS);
  });
  seen.observe(card.value);
});
onBeforeUnmount(() => {
  window.clearTimeout(timer);
  seen?.disconnect();
});

const when = computed(() => {
  if (said.draft)
    return t(said.at ? "said.draftFor" : "said.draft", { at: said.at ? times.value.moment(said.at) : "" });
  if (!said.at) return t("said.nowhere");
  return said.said ? times.value.moment(said.at) : t("said.goesOut", { at: times.value.moment(said.at) });
});
</script>

<template>
  <article
    :id="`said-${said.id}`"
    ref="card"
    class="said"
    :class="{ pinned: said.pinned, coming: !said.said }"
  >
    <header class="flex flex-wrap items-baseline gap-x-3">
      <component :is="heading" class="text-[17px] font-bold">{{ said.title }}</component>
      <span class="text-[13.5px] text-soft"
        >{{ [code, when, said.author].filter(Boolean).join(" · ") }}
        <template v-if="said.pinned"> · {{ t("said.pinned") }}</template></span
      >
      <span v-if="!said.read && said.said && !quiet" class="new">{{ t("talk.new") }}</span>
      <span class="ml-auto"><slot name="actions" :now="now" /></span>
    </header>
    <RichText class="body" :html="said.html" />
    <slot />
  </article>
</template>

<style scoped>
.said {
  padding: 10px 16px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  scroll-margin-top: 90px;
}
.pinned {
  border-left: 3px solid var(--ink);
}
.coming {
  border-style: dashed;
  background: var(--band);
}
.body {
  margin-top: 4px;
  font-size: 15.5px;
}
.new {
  padding: 0 5px;
  border-radius: 3px;
  background: var(--now-wash);
  font-size: 12.5px;
  font-weight: 650;
}
</style>
