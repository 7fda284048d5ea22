<script setup lang="ts">
import { computed, defineAsyncComponent, ref, toRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import BegunFiles from "@/items/editor/BegunFiles.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { takeFiles } from "@/ui/field/events";
import { useItemWrites } from "../queries";
import type { useDraft } from "./draft";
import FileList from "./FileList.vue";
import PhotoPages from "./PhotoPages.vue";
import { usePhotos } from "./photos";
import { addressOf, useSending, useUploads } from "./uploads";

const RecordDialog = defineAsyncComponent(() => import("@/items/editor/RecordDialog.vue"));

/** What goes into an attempt, in the forms that the assignment takes. */
const props = defineProps<{
  work: Shapes["MyWork"];
  slug: string;
  id: number;
  draft: ReturnType<typeof useDraft>;
}>();
const { t } = useI18n();
const [slug, id] = [() => props.slug, () => props.id];
const { draft } = props;
const writes = useItemWrites(slug, id);
const mostBytes = (): number => brief.value.most_megabytes * 1024 * 1024;
const sent = useUploads(slug, id, useSending(slug, id, draft.attempt, "files", mostBytes));
const taken = useUploads(slug, id, useSending(slug, id, draft.attempt, "photos"));
const pages = usePhotos(slug, id, toRef(props, "work"), draft.attempt);
const over = ref(false);
const recording = ref(false);
const brief = computed(() => props.work.brief);
const files = computed(() => props.work.draft?.files ?? []);
const uploads = computed(() => [...sent.uploads.value, ...taken.uploads.value]);
const waiting = computed(() => [...sent.waiting.value, ...taken.waiting.value]);
const refused = computed(() => [...sent.refused.value, ...taken.refused.value]);

function drop(event: DragEvent): void {
  over.value = false;
  void sent.add(event.dataTransfer?.files ?? []);
}

function begin(): void {
  draft.text.value = brief.value.template;
  draft.changed();
}

function retry(): void {
  void sent.again();
  void taken.again();
}

function forget(key: string): void {
  sent.drop(key);
  taken.drop(key);
}

/** Each under a name of its own. */
function keep(file: File): void {
  recording.value = false;
  const ending = file.name.split(".").pop() ?? "";
  const name = t("handIn.recordingName", { n: files.value.length + 1 });
  void sent.add([new File([file], `${name}.${ending}`, { type: file.type })]);
}

defineExpose({
  done: pages.done,
  settled: computed(() => !uploads.value.length && !waiting.value.length),
});
</script>

<template>
  <UiField v-if="brief.takes_text || draft.text.value" v-slot="{ field }" :label="t('handIn.text')">
    <textarea
      :id="field"
      v-model="draft.text.value"
      class="field figures !text-[15px]"
      rows="7"
      @input="draft.changed"
    />
  </UiField>
  <section v-if="brief.template && !draft.text.value.trim()" class="card mt-2 px-4 py-3">
    <p class="max-h-60 overflow-y-auto whitespace-pre-wrap text-soft">{{ brief.template }}</p>
    <UiButton class="mt-2" @click="begin">{{ t("handIn.template") }}</UiButton>
  </section>
  <UiField
    v-if="brief.takes_link || draft.link.value"
    v-slot="{ field }"
    class="mt-3"
    :label="t('handIn.link')"
  >
    <input
      :id="field"
      v-model="draft.link.value"
      class="field"
      type="url"
      inputmode="url"
      maxlength="2000"
      @input="draft.changed"
    />
  </UiField>
  <PhotoPages
    v-if="brief.takes_photos || pages.photos.value.length"
    :photos="pages.photos.value"
    @add="(chosen) => taken.add(chosen)"
    @move="pages.move"
    @shape="pages.shape"
    @remove="pages.remove"
  />
  <div
    v-if="brief.takes_files"
    class="drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="drop"
  >
    <label class="min-h-7 cursor-pointer font-semibold text-deep underline focus-within:outline-2">
      {{ t("handIn.add")
      }}<input type="file" multiple class="sr-only" @change="sent.add(takeFiles($event))" />
    </label>
    <span class="text-soft">{{
      t("handIn.addHint", { n: brief.most_files, mb: brief.most_megabytes })
    }}</span>
  </div>
  <p v-if="brief.takes_recordings" class="mt-3">
    <UiButton @click="recording = true">{{ t("handIn.record") }}</UiButton>
  </p>
  <FileList
    :files="files"
    :uploads="uploads"
    :waiting="waiting"
    @remove="(file) => writes.removeFile.mutate(file)"
    @retry="retry"
    @drop="forget"
  />
  <BegunFiles
    v-if="brief.takes_files"
    :address="addressOf(props.slug, props.id, 'files')"
    :under="[...uploads.map((one) => one.name), ...waiting.map((one) => one.file.name)]"
  />
  <p v-for="problem in refused" :key="problem" role="alert" class="mt-2 text-late">{{ problem }}</p>
  <UiField v-slot="{ field }" class="mt-3" :label="t('handIn.note')">
    <input :id="field" v-model="draft.comment.value" class="field" maxlength="5000" @input="draft.changed" />
  </UiField>
  <RecordDialog v-if="recording" @close="recording = false" @take="keep" />
</template>

<style scoped>
.drop {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-top: 10px;
  padding: 12px 14px;
  border: 1.5px dashed var(--span);
  border-radius: 4px;
  background: var(--sheet);
}
.over {
  border-color: var(--deep);
  background: var(--wash);
}
</style>
