<script setup lang="ts">
import { nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { drawPage, shapeOf, usePdf } from "./pdf";

/** A PDF page under page, each drawn when it comes near; its text there for those who hear it read. */
const { address, name } = defineProps<{ address: string; name: string }>();
const { t } = useI18n();
const root = useTemplateRef<HTMLElement>("root");
const { document: pdf, failed } = usePdf(address);
const texts = ref<Record<number, string>>({});
/** Height by width of the first page: what is not drawn yet takes so much room. */
const shape = ref(1.41);
let near: IntersectionObserver | null = null;

async function draw(canvas: HTMLCanvasElement): Promise<void> {
  const number = Number(canvas.dataset.page);
  if (!pdf.value || !root.value || texts.value[number] !== undefined) return;
  texts.value[number] = "";
  texts.value[number] = await drawPage(pdf.value, number, canvas, root.value.clientWidth);
}

watch(
  pdf,
  async (opened) => {
    if (!opened) return;
    const found = await shapeOf(opened);
    if (found === null) return;
    shape.value = found;
    await nextTick();
    near = new IntersectionObserver(
      (entries) => {
        for (const { isIntersecting, target } of entries)
          if (isIntersecting && target instanceof HTMLCanvasElement) void draw(target);
      },
      { rootMargin: "600px" },
    );
    for (const canvas of root.value?.querySelectorAll("canvas") ?? []) near.observe(canvas);
  },
  { flush: "post" },
);
onBeforeUnmount(() => near?.disconnect());
</script>

<template>
  <section ref="root" :aria-label="name">
    <p v-if="failed" role="alert" class="text-late">{{ t("slides.pdfFailed") }}</p>
    <p v-else-if="!pdf" class="text-soft">{{ t("slides.opening") }}</p>
    <figure v-for="n in pdf?.numPages ?? 0" :key="n" class="relative mb-3">
      <canvas
        :data-page="n"
        class="block w-full border border-rule bg-white"
        :style="{ aspectRatio: texts[n] === undefined ? `1 / ${shape}` : undefined }"
        role="img"
        :aria-label="t('slides.page', { n })"
      />
      <figcaption class="figures h-7 pt-1 text-[13px] text-soft">
        {{ t("slides.count", { n, all: pdf?.numPages ?? 0 }) }}<span class="sr-only">{{ texts[n] }}</span>
      </figcaption>
      <slot name="over" :page="n" />
    </figure>
  </section>
</template>
