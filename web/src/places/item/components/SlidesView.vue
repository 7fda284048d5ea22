<script setup lang="ts">
import { ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { drawPage, usePdf } from "@/items/reading/pdf";
import UiButton from "@/ui/button/UiButton.vue";

/** A PDF shown page by page in the item, its text there for those who hear it read. */
const { address, title } = defineProps<{ address: string; title: string }>();
const { t } = useI18n();
const canvas = useTemplateRef<HTMLCanvasElement>("canvas");
const frame = useTemplateRef<HTMLElement>("frame");
const { document: document_, failed } = usePdf(address);
const at = ref(1);
const text = ref("");
let drawing = 0;

async function draw(): Promise<void> {
  const mine = ++drawing;
  if (!document_.value || !canvas.value || !frame.value) return;
  const found = await drawPage(document_.value, at.value, canvas.value, frame.value.clientWidth);
  if (mine === drawing) text.value = found;
}
watch([document_, at], draw, { flush: "post" });

function turn(by: number): void {
  const all = document_.value?.numPages ?? 1;
  at.value = Math.min(Math.max(1, at.value + by), all);
}
</script>

<template>
  <section class="mt-3 max-w-[900px]" :aria-label="t('slides.of', { title })">
    <p v-if="failed" role="alert" class="text-late">{{ t("slides.failed") }}</p>
    <template v-else>
      <!-- Keys turn pages while the slides have the focus. -->
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
      <div
        ref="frame"
        class="border border-rule bg-white"
        @keydown.left.prevent="turn(-1)"
        @keydown.right.prevent="turn(1)"
      >
        <canvas ref="canvas" class="block w-full" role="img" :aria-label="t('slides.page', { n: at })" />
        <p class="sr-only" aria-live="polite">{{ text }}</p>
        <div class="flex items-center gap-3 border-t border-rule bg-band px-3 py-1.5 text-[14px]">
          <UiButton :disabled="at <= 1" @click="turn(-1)">{{ t("slides.back") }}</UiButton>
          <span class="figures">{{ t("slides.count", { n: at, all: document_?.numPages ?? "…" }) }}</span>
          <UiButton :disabled="at >= (document_?.numPages ?? 1)" @click="turn(1)">{{
            t("slides.on")
          }}</UiButton>
        </div>
      </div>
    </template>
  </section>
</template>
