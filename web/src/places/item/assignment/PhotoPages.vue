<script setup lang="ts">
import Sortable from "sortablejs";
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiFiles from "@/ui/field/UiFiles.vue";
import { takeFiles as taken } from "@/ui/field/events";
import CutDialog from "./CutDialog.vue";
import type { Cuts, Turn } from "./photo-shape";
import { turnedOn } from "./photo-shape";
import PhotoView from "./PhotoView.vue";

/** Photographs of work on paper: each a page of the PDF that they become, in this order. */
const { photos } = defineProps<{ photos: Shapes["Photo"][] }>();
const emit = defineEmits<{
  add: [files: File[]];
  move: [photo: number, to: number];
  shape: [photo: number, turn: Turn, cuts: Cuts];
  remove: [photo: number];
}>();
const { t } = useI18n();
const ACCEPT = "image/*,.heic,.heif";
const SIDE = 300;
const list = useTemplateRef<HTMLElement>("list");
const cutting = ref<number | null>(null);
const said = ref("");
const cut = computed(() => photos.find((photo) => photo.id === cutting.value));
let sortable: Sortable | null = null;

async function move(photo: Shapes["Photo"], to: number): Promise<void> {
  if (to < 0 || to >= photos.length) return;
  emit("move", photo.id, to);
  said.value = t("photos.moved", { name: photo.name, n: to + 1, of: photos.length });
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-photo="${photo.id}"] .page`)?.focus();
}

function key(event: KeyboardEvent, photo: Shapes["Photo"], at: number): void {
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
  if (!by || !event.altKey) return;
  event.preventDefault();
  void move(photo, at + by);
}

function dropped({ item, from, oldIndex = 0, newIndex = 0 }: Sortable.SortableEvent): void {
  // The list is drawn from what is meant: put the page back and say where it goes.
  from.insertBefore(item, from.children[newIndex < oldIndex ? oldIndex + 1 : oldIndex] ?? null);
  emit("move", Number(item.dataset.photo), newIndex);
}

onMounted(() => {
  if (list.value)
    sortable = Sortable.create(list.value, {
      handle: ".page",
      draggable: "li",
      animation: 0,
      onEnd: dropped,
    });
});
onBeforeUnmount(() => sortable?.destroy());

function remove(photo: Shapes["Photo"], at: number): void {
  emit("remove", photo.id);
  said.value = t("photos.removed", { name: photo.name, of: photos.length - 1 });
  void nextTick(() => list.value?.querySelectorAll<HTMLElement>(".page")[Math.max(0, at - 1)]?.focus());
}
</script>

<template>
  <section class="mt-3" :aria-label="t('photos.title')">
    <h3 class="font-semibold">{{ t("photos.title") }}</h3>
    <p class="text-[14px] text-soft">
      {{ photos.length ? t("photos.of", { n: photos.length }, photos.length) : t("photos.none") }}
    </p>
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <label class="camera">
        <span>{{ t("photos.take") }}</span>
        <input
          type="file"
          accept="image/*"
          capture="environment"
          class="sr-only"
          @change="emit('add', taken($event))"
        />
      </label>
      <UiFiles :accept="ACCEPT" multiple @chosen="(files) => emit('add', files)">{{
        t("photos.choose")
      }}</UiFiles>
    </div>
    <ol ref="list" class="pages">
      <li v-for="(photo, at) in photos" :key="photo.id" :data-photo="photo.id">
        <button
          type="button"
          class="page"
          :aria-label="t('photos.page', { n: at + 1, of: photos.length, name: photo.name })"
          aria-describedby="photo-keys"
          @click="cutting = photo.id"
          @keydown="key($event, photo, at)"
        >
          <PhotoView :address="photo.small" :photo="photo" name="" :side="SIDE" />
        </button>
        <p class="flex items-center justify-between">
          <button
            type="button"
            :disabled="at === 0"
            :aria-label="t('photos.earlier', { n: at + 1 })"
            @click="move(photo, at - 1)"
          >
            ←
          </button>
          <b class="figures">{{ at + 1 }}</b>
          <button
            type="button"
            :disabled="at === photos.length - 1"
            :aria-label="t('photos.later', { n: at + 1 })"
            @click="move(photo, at + 1)"
          >
            →
          </button>
        </p>
        <p class="flex flex-wrap justify-center gap-x-1 text-[13px]">
          <UiButton
            look="text"
            :aria-label="t('photos.turnPage', { n: at + 1 })"
            @click="emit('shape', photo.id, turnedOn(photo.turn), photo.cuts as Cuts)"
            >{{ t("photos.turn") }}</UiButton
          >
          <UiButton
            look="text"
            :aria-label="t('photos.cutPage', { n: at + 1 })"
            @click="cutting = photo.id"
            >{{ t("photos.cut") }}</UiButton
          >
          <UiButton
            look="text"
            :aria-label="t('photos.removePage', { n: at + 1 })"
            @click="remove(photo, at)"
            >{{ t("photos.remove") }}</UiButton
          >
        </p>
        <p v-if="!photo.legible" class="text-[13px] text-late">{{ t("photos.small") }}</p>
      </li>
    </ol>
    <p id="photo-keys" class="sr-only">{{ t("photos.keys") }}</p>
    <p class="sr-only" role="status">{{ said }}</p>
    <CutDialog
      v-if="cut"
      :photo="cut"
      :number="photos.indexOf(cut) + 1"
      :of="photos.length"
      @close="cutting = null"
      @shape="(turn, cuts) => cut && emit('shape', cut.id, turn, cuts)"
    />
  </section>
</template>

<style scoped>
.pages {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 12px;
  margin-top: 10px;
}
.pages:empty {
  display: none;
}
.pages li {
  padding: 8px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
}
.page {
  display: flex;
  align-items: center;
  justify-content: center;
  width: 100%;
  height: 160px;
  padding: 4px;
  background: var(--band);
  cursor: grab;
}
.pages p > button:not(.ui-button) {
  min-width: 32px;
  min-height: 32px;
  color: var(--deep);
  font-size: 18px;
}
.pages p > button:disabled {
  color: var(--rule);
}
/* A camera of its own has what is held in the hand. */
.camera {
  display: none;
}
@media (pointer: coarse) {
  .camera {
    display: inline-flex;
    align-items: center;
    min-height: 36px;
    padding: 4px 11px;
    border-radius: 4px;
    background: var(--deep);
    color: var(--on-deep);
    font-size: 14px;
    font-weight: 650;
  }
  .camera:focus-within {
    outline: 2px solid var(--deep);
    outline-offset: 2px;
  }
}
</style>
