<script lang="ts">
import type { Shapes } from "@/api/client";

/** To whom, as they were shown when it was begun: the list may change under it; and what they have in common. */
export interface These {
  people: Shapes["Named"][];
  about: string;
}
</script>

<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { useOutbox } from "@/items/writing/outbox";
import WriteDialog from "@/items/writing/WriteDialog.vue";
import { say } from "@/ui/notice/notices";

/** A message to those who are shown in a list, each for themselves. */
const { slug, these } = defineProps<{ slug: string; these: These }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const outbox = useOutbox();

async function send(people: number[], html: string): Promise<void> {
  const kept = await outbox.send({ people, html, context: these.about, thread: null });
  say(kept ? t("written.sent", { n: kept.threads }, kept.threads) : t("written.waits"));
  emit("close");
}
</script>

<template>
  <WriteDialog
    :people="these.people"
    :slug="slug"
    begun="roster"
    :to="these.people.map((p) => p.id)"
    :about="these.about"
    :send="send"
    @close="emit('close')"
  />
</template>
