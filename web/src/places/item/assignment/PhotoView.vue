<script setup lang="ts">
import { onMounted, shallowRef, useTemplateRef, watch } from "vue";
import type { Shapes } from "@/api/client";
import { draw } from "./photo-shape";

/** A page as it goes into the PDF; `whole`: with what is cut off. Without a name it is said beside it. */
const {
  address,
  photo,
  name,
  side,
  whole = false,
} = defineProps<{
  address: string;
  photo: Pick<Shapes["Photo"], "turn" | "cuts">;
  name: string;
  side: number;
  whole?: boolean;
}>();
const canvas = useTemplateRef<HTMLCanvasElement>("canvas");
const picture = shallowRef<HTMLImageElement | null>(null);

function load(): void {
  const loading = new Image();
  loading.onload = () => (picture.value = loading);
  loading.src = address;
}
onMounted(load);
watch(() => address, load);
watch(
  [picture, () => photo.turn, () => photo.cuts.join(), () => whole],
  () => canvas.value && picture.value && draw(canvas.value, picture.value, { ...photo, whole }, side),
);
</script>

<template>
  <canvas
    ref="canvas"
    :role="name ? 'img' : 'presentation'"
    :aria-label="name || undefined"
    class="block max-h-full max-w-full"
  />
</template>
