<script setup lang="ts">
import { computed, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { LEAST, moved, shownCuts, takenCuts, turnedOn, type Cuts, type Turn } from "./photo-shape";
import PhotoView from "./PhotoView.vue";

/** One page at large: turned, and cut at its four edges, by pointer or by keys. */
const { photo, number, of } = defineProps<{ photo: Shapes["Photo"]; number: number; of: number }>();
const emit = defineEmits<{ close: []; shape: [turn: Turn, cuts: Cuts] }>();
const { t } = useI18n();
const SIDE = 1200;
const STEP = 1;
const LONG_STEP = 5;
const EDGES = ["left", "top", "right", "bottom"] as const;
const turn = ref<Turn>(photo.turn);
const cuts = ref<Cuts>(shownCuts(photo.cuts, photo.turn));
const frame = useTemplateRef<HTMLElement>("frame");
const shown = computed(() => ({ turn: turn.value, cuts: [0, 0, 0, 0] }));

function turnPage(): void {
  const taken = takenCuts(cuts.value, turn.value);
  turn.value = turnedOn(turn.value);
  cuts.value = shownCuts(taken, turn.value);
}

const setEdge = (edge: number, to: number): void =>
  void (cuts.value = moved(cuts.value, edge as 0 | 1 | 2 | 3, to));

/** Keys move an edge inwards or outwards, as they point. */
function key(event: KeyboardEvent, edge: number): void {
  const [inwards, outwards] = [
    ["ArrowRight", "ArrowLeft"],
    ["ArrowDown", "ArrowUp"],
    ["ArrowLeft", "ArrowRight"],
    ["ArrowUp", "ArrowDown"],
  ][edge]!;
  const by = event.shiftKey ? LONG_STEP : STEP;
  if (event.key !== inwards && event.key !== outwards) return;
  event.preventDefault();
  setEdge(edge, cuts.value[edge as 0]! + (event.key === inwards ? by : -by));
}

function drag(event: PointerEvent, edge: number): void {
  const box = frame.value?.getBoundingClientRect();
  if (!box || !event.buttons) return;
  const across = ((event.clientX - box.left) / box.width) * 100;
  const down = ((event.clientY - box.top) / box.height) * 100;
  setEdge(edge, [across, down, 100 - across, 100 - down][edge]!);
}

const hold = (event: PointerEvent): void =>
  void (event.currentTarget instanceof Element && event.currentTarget.setPointerCapture(event.pointerId));

const kept = computed(() => {
  const [left, top, right, bottom] = cuts.value;
  return { left: `${left}%`, top: `${top}%`, right: `${right}%`, bottom: `${bottom}%` };
});

function done(): void {
  emit("shape", turn.value, takenCuts(cuts.value, turn.value));
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('photos.cutTitle', { n: number, of })" @close="emit('close')">
    <p class="mb-3 text-soft">{{ t("photos.cutHint", { n: LEAST }) }}</p>
    <div class="stage">
      <div ref="frame" class="frame">
        <PhotoView :address="photo.address" :photo="shown" :name="photo.name" :side="SIDE" whole />
        <div class="kept" :style="kept" />
        <div
          v-for="(edge, at) in EDGES"
          :key="edge"
          class="edge"
          :class="edge"
          :style="{ [edge]: `${cuts[at]}%` }"
          role="slider"
          tabindex="0"
          :aria-label="t(`photos.edge.${edge}`)"
          :aria-orientation="at % 2 ? 'vertical' : 'horizontal'"
          aria-valuemin="0"
          :aria-valuemax="100 - LEAST - (cuts[(at + 2) % 4] ?? 0)"
          :aria-valuenow="cuts[at]"
          :aria-valuetext="t('photos.cutOff', { n: cuts[at] })"
          @keydown="key($event, at)"
          @pointerdown="hold"
          @pointermove="drag($event, at)"
        >
          <span aria-hidden="true" />
        </div>
      </div>
    </div>
    <div class="mt-4 flex flex-wrap gap-2">
      <UiButton look="main" @click="done">{{ t("photos.done") }}</UiButton>
      <UiButton @click="turnPage">{{ t("photos.turn") }}</UiButton>
      <UiButton :disabled="!cuts.some(Boolean)" @click="cuts = [0, 0, 0, 0]">{{
        t("photos.whole")
      }}</UiButton>
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </div>
  </UiDialog>
</template>

<style scoped>
.stage {
  display: flex;
  justify-content: center;
  padding: 14px;
  background: var(--band);
}
.frame {
  position: relative;
  overflow: hidden;
  touch-action: none;
}
.frame :deep(canvas) {
  max-height: min(60vh, 720px);
}
.kept {
  position: absolute;
  outline: 2000px solid rgb(10 17 16 / 55%);
  pointer-events: none;
}
.edge {
  position: absolute;
  z-index: 1;
  display: flex;
  align-items: center;
  justify-content: center;
}
.edge span {
  background: var(--now);
}
.left,
.right {
  top: 0;
  bottom: 0;
  width: 28px;
  cursor: ew-resize;
}
.left span,
.right span {
  width: 4px;
  height: 100%;
}
.left {
  justify-content: flex-start;
}
.right {
  justify-content: flex-end;
}
.top,
.bottom {
  left: 0;
  right: 0;
  height: 28px;
  cursor: ns-resize;
}
.top span,
.bottom span {
  width: 100%;
  height: 4px;
}
.top {
  align-items: flex-start;
}
.bottom {
  align-items: flex-end;
}
.edge:focus-visible {
  outline: none;
}
.edge:focus-visible span {
  outline: 2px solid var(--deep);
  outline-offset: 1px;
}
</style>
