<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { takeFiles } from "@/ui/field/events";
import { useKinds } from "@/frame/kinds";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { keyOf, own, touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import BegunFiles from "@/items/editor/BegunFiles.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import { useItemWrites } from "../queries";

/** The item's own file, what goes with it, a recording's captions: shown, and for its makers changed. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const stale = useStale();
const writes = useItemWrites(
  () => slug,
  () => page.row.id,
);
const kinds = useKinds();
const kind = computed(() => kinds.kindOf(page.row.kind));
const ACCEPTS: Record<string, string> = { video: "video/*", audio: "audio/*", slides: "application/pdf" };
const queries = useQueryClient();
const share = ref<number | null>(null);
const sending = ref<string[]>([]);
const addressOf = (where: string): string => `/api/courses/${slug}/items/${page.row.id}/${where}`;
const isMedia = computed(() => kind.value?.recording ?? false);

async function send(event: Event, where: string): Promise<void> {
  const [file] = takeFiles(event);
  if (!file) return;
  [share.value, sending.value] = [0, [file.name]];
  const path = addressOf(where);
  try {
    const done = await upload<Shapes["Uploaded"]>(path, file, wishKey(), (part) => (share.value = part));
    say(t("files.kept", { name: done.file.name }));
    await stale(touched.layout(slug));
  } catch (error) {
    sayWrong(wrong(error));
  } finally {
    [share.value, sending.value] = [null, []];
    void queries.invalidateQueries({ queryKey: keyOf(own.begun(() => path)) });
  }
}

const remove = (id: number) => void writes.removeItemFile.mutate(id);
</script>

<template>
  <p v-if="page.file" class="mt-4">
    <a :href="page.file.address" class="font-semibold underline" download>{{
      t("item.download", { name: page.file.name })
    }}</a>
    <span class="figures ml-2 text-soft">{{ t("receipt.bytes", { n: page.file.size }) }}</span>
    <span v-if="page.row.pages" class="figures ml-2 text-soft">{{
      t("slides.pages", { n: page.row.pages }, page.row.pages)
    }}</span>
  </p>
  <section v-if="page.resources.length" class="mt-5" :aria-label="t('files.with')">
    <h2 class="mb-1 font-head text-[15px] font-bold">{{ t("files.with") }}</h2>
    <ul>
      <li v-for="one in page.resources" :key="one.id" class="flex min-h-8 items-center gap-3">
        <a :href="one.file.address" class="underline" download>{{ one.label || one.file.name }}</a>
        <span class="figures text-soft">{{ t("receipt.bytes", { n: one.file.size }) }}</span>
        <UiButton
          v-if="page.can_lay_out"
          look="text"
          :aria-label="t('files.removeOne', { name: one.file.name })"
          @click="remove(one.id)"
          >{{ t("layout.remove") }}</UiButton
        >
      </li>
    </ul>
  </section>
  <div v-if="page.can_lay_out" class="no-print mt-4 grid gap-2 border-t border-rule-faint pt-3 text-[14px]">
    <label v-if="kind?.file">
      {{ t(page.file ? "files.replace" : `files.choose.${page.row.kind}`) }}
      <input type="file" class="ml-2" :accept="ACCEPTS[page.row.kind]" @change="send($event, 'file')" />
    </label>
    <label v-if="isMedia">
      {{ t("files.captions") }}
      <input type="file" class="ml-2" accept=".vtt,text/vtt" @change="send($event, 'captions')" />
    </label>
    <label>
      {{ t("files.resource") }} <input type="file" class="ml-2" @change="send($event, 'resources')" />
    </label>
    <p v-if="share !== null" role="status">
      <progress class="mr-2 align-middle" :value="share" max="1" :aria-label="t('files.sending')" />
      {{ t("files.sent", { n: Math.round(share * 100) }) }}
    </p>
    <BegunFiles v-if="kind?.file" :address="addressOf('file')" :under="sending" />
    <BegunFiles :address="addressOf('resources')" :under="sending" />
    <p v-for="one in page.captions" :key="one.id" class="flex items-center gap-3 text-soft">
      {{ t("files.hasCaptions", { name: one.file.name }) }}
      <UiButton
        look="text"
        :aria-label="t('files.removeOne', { name: one.file.name })"
        @click="remove(one.id)"
        >{{ t("layout.remove") }}</UiButton
      >
    </p>
  </div>
</template>
