<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { uploadMessagePicture, type Typed } from "./outbox";

/** What is written, kept in the browser until it is sent. */
const {
  slug,
  what,
  send,
  people = [],
} = defineProps<{
  slug: string;
  /** Under what it is kept. */
  what: string;
  send: (html: string) => Promise<void>;
  /** Whom it is for, kept with it. */
  people?: number[];
}>();
const { t } = useI18n();
const wrong = useWrong();
const { data: me } = useMe();
const person = () => me.value?.id ?? 0;
const first = ref(keptTyped<Typed>(person(), what)?.value.html ?? "");
const html = ref(first.value);
const times = ref(0);
const busy = ref(false);
const refused = ref("");
const { saved } = useTyped(() => html.value);
const empty = computed(() => !html.value.replace(/<(?!img)[^>]*>/g, "").trim());

function changed(fresh: string): void {
  html.value = fresh;
  keepTyped(person(), what, { html: fresh, people } satisfies Typed, 0);
}
watch(
  () => people,
  () => empty.value || changed(html.value),
);

async function go(): Promise<void> {
  refused.value = "";
  busy.value = true;
  try {
    await send(html.value);
    html.value = first.value = "";
    saved();
    dropTyped(person(), what);
    times.value += 1;
  } catch (error) {
    refused.value = `${wrong(error)} ${t("talk.kept")}`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="grid gap-2" @submit.prevent="go">
    <RichEditor
      :key="times"
      low
      :html="first"
      :label="t('written.text')"
      :slug="slug"
      :upload="(file) => uploadMessagePicture(slug, file)"
      @change="changed"
    />
    <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
    <div>
      <UiButton look="main" type="submit" :disabled="empty || busy">{{ t("written.send") }}</UiButton>
    </div>
  </form>
</template>
