<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { lengthWords } from "@/ui/moment/lengths";
import NotePins from "./NotePins.vue";
import PdfPages from "./PdfPages.vue";

export interface Mark {
  file_id: number;
  page?: number;
  across?: number;
  down?: number;
  second?: number;
  words: string;
}

/** A file of somebody's work as it looks or sounds, with what was said at places of it. `marking`: more can be said. */
const {
  file,
  notes,
  marking = false,
} = defineProps<{ file: Shapes["WorkFile"]; notes: Shapes["Note"][]; marking?: boolean }>();
const emit = defineEmits<{ add: [mark: Mark]; change: [id: number, words: string]; remove: [id: number] }>();
const { t } = useI18n();
const is = (type: string): boolean => file.content_type.startsWith(type);
const player = useTemplateRef<HTMLMediaElement>("player");
const list = useTemplateRef<HTMLElement>("list");
const pins = ref(new Map<number, InstanceType<typeof NotePins>>());
const changing = ref<{ id: number; words: string } | null>(null);
const saying = ref<{ second: number; words: string } | null>(null);
const mine = computed(() => notes.filter((note) => note.file_id === file.id));
const played = computed(() => is("video/") || is("audio/"));
const onPage = (page: number) => mine.value.filter((note) => note.page === page);
const firstOf = (page: number) => mine.value.findIndex((note) => note.page === page) + 1;

useUnsaved(
  () =>
    !!saying.value?.words.trim() ||
    mine.value.some((note) => note.id === changing.value?.id && note.words !== changing.value.words) ||
    [...pins.value.values()].some((one) => one.unsaved()),
);

function keepPins(page: number, one: unknown): void {
  if (one) pins.value.set(page, one as InstanceType<typeof NotePins>);
  else pins.value.delete(page);
}

const add = (page: number, at: { across: number; down: number }, words: string): void =>
  emit("add", { file_id: file.id, page, ...at, words });

async function pick(id: number): Promise<void> {
  await nextTick();
  const line = list.value?.querySelector<HTMLElement>(`[data-note="${id}"]`);
  line?.scrollIntoView({ block: "nearest" });
  line?.focus();
}

function stop(): void {
  player.value?.pause();
  saying.value = { second: Math.floor(player.value?.currentTime ?? 0), words: "" };
}

function say(): void {
  const said = saying.value;
  if (!said?.words.trim()) return;
  emit("add", { file_id: file.id, second: said.second, words: said.words });
  saying.value = null;
}

function go(second: number): void {
  if (!player.value) return;
  player.value.currentTime = second;
  void player.value.play();
}

function change(): void {
  if (!changing.value?.words.trim()) return;
  emit("change", changing.value.id, changing.value.words);
  changing.value = null;
}
const place = (note: Shapes["Note"], n: number): string =>
  note.page === null
    ? t("notes.atSecond", { n, at: lengthWords(note.second ?? 0) })
    : t("notes.atPage", { n, page: note.page });
</script>

<template>
  <div>
    <PdfPages v-if="is('application/pdf')" :address="`${file.address}?show=1`" :name="file.name">
      <template #over="{ page }">
        <NotePins
          :ref="(one) => keepPins(page, one)"
          :notes="onPage(page)"
          :first="firstOf(page)"
          :page="page"
          :marking="marking"
          @add="(at, words) => add(page, at, words)"
          @pick="pick"
        />
      </template>
    </PdfPages>
    <figure v-else-if="is('image/')" class="relative pb-7">
      <img :src="file.address" :alt="file.name" class="block max-w-full border border-rule" />
      <NotePins
        :ref="(one) => keepPins(1, one)"
        :notes="onPage(1)"
        :first="1"
        :page="1"
        :marking="marking"
        @add="(at, words) => add(1, at, words)"
        @pick="pick"
      />
    </figure>
    <!-- eslint-disable vuejs-accessibility/media-has-caption -- a student's own recording has no captions -->
    <component
      :is="is('video/') ? 'video' : 'audio'"
      v-else-if="played"
      ref="player"
      :src="file.address"
      :aria-label="file.name"
      controls
      preload="metadata"
      class="max-h-[60vh] w-full max-w-full"
    />
    <!-- eslint-enable vuejs-accessibility/media-has-caption -->
    <template v-if="played && marking">
      <form v-if="saying" class="mt-2" @submit.prevent="say">
        <UiField v-slot="{ field }" :label="t('notes.addAt', { at: lengthWords(saying.second) })">
          <textarea :id="field" v-model="saying.words" class="field" rows="2" maxlength="2000" />
        </UiField>
        <div class="mt-2 flex gap-2">
          <UiButton look="main" type="submit">{{ t("notes.save") }}</UiButton>
          <UiButton look="text" @click="saying = null">{{ t("app.cancel") }}</UiButton>
        </div>
      </form>
      <UiButton v-else class="mt-2" @click="stop">{{ t("notes.words") }}</UiButton>
    </template>
    <ol
      v-if="mine.length"
      ref="list"
      class="mt-2 border-t border-rule"
      :aria-label="t('notes.title', { name: file.name })"
    >
      <li
        v-for="(note, n) in mine"
        :key="note.id"
        :data-note="note.id"
        tabindex="-1"
        class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5"
      >
        <b class="figures">{{ place(note, n + 1) }}</b>
        <form v-if="changing?.id === note.id" class="w-full" @submit.prevent="change">
          <UiField v-slot="{ field }" :label="t('notes.words')">
            <textarea :id="field" v-model="changing.words" class="field" rows="2" maxlength="2000" />
          </UiField>
          <UiButton look="main" type="submit" class="mt-1">{{ t("notes.save") }}</UiButton>
          <UiButton look="text" @click="changing = null">{{ t("app.cancel") }}</UiButton>
        </form>
        <span v-else class="[overflow-wrap:anywhere] whitespace-pre-wrap">{{ note.words }}</span>
        <span class="ml-auto flex gap-1">
          <UiButton v-if="note.second !== null" look="text" @click="go(note.second)">{{
            t("notes.go", { at: lengthWords(note.second) })
          }}</UiButton>
          <template v-if="marking && changing?.id !== note.id">
            <UiButton look="text" @click="changing = { id: note.id, words: note.words }">{{
              t("notes.change")
            }}</UiButton>
            <UiButton look="text" @click="emit('remove', note.id)">{{ t("notes.remove") }}</UiButton>
          </template>
        </span>
      </li>
    </ol>
  </div>
</template>
