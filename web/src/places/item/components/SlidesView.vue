<script setup lang="ts">
import type { PDFDocumentProxy } from "pdfjs-dist";
import workerAddress from "pdfjs-dist/build/pdf.worker.min.mjs?url";
import { onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";

/** A PDF shown page by page in the item, its text there for those who hear it read. */
const { address, title } = defineProps<{ address: string; title: string }>();
const { t } = useI18n();
const canvas = useTemplateRef<HTMLCanvasElement>("canvas");
const frame = useTemplateRef<HTMLElement>("frame");
const document_ = shallowRef<PDFDocumentProxy | null>(null);
const at = ref(1);
const text = ref("");
const failed = ref(false);
let drawing = 0;

onMounted(async () => {
  try {
    const pdf = await import("pdfjs-dist");
    pdf.GlobalWorkerOptions.workerSrc = workerAddress;
    document_.value = await pdf.getDocument({ url: address, isEvalSupported: false }).promise;
  } catch {
    failed.value = true;
  }
});
onBeforeUnmount(() => void document_.value?.loadingTask.destroy());

async function draw(): Promise<void> {
  const mine = ++drawing;
  const page = await document_.value?.getPage(at.value);
  if (!page || !canvas.value || !frame.value) return;
  const width = frame.value.clientWidth;
  const scale = (width / page.getViewport({ scale: 1 }).width) * window.devicePixelRatio;
  const viewport = page.getViewport({ scale });
  canvas.value.width = viewport.width;
  canvas.value.height = viewport.height;
  await page.render({ canvas: canvas.value, viewport }).promise.catch(() => undefined);
  const content = await page.getTextContent();
  if (mine === drawing)
    text.value = content.items.map((i) => ("str" in i ? i.str + (i.hasEOL ? "\n" : "") : "")).join(" ");
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
