import type { PDFDocumentProxy } from "pdfjs-dist";
import workerAddress from "pdfjs-dist/build/pdf.worker.min.mjs?url";
import { onBeforeUnmount, onMounted, ref, shallowRef, type Ref, type ShallowRef } from "vue";

interface Pdf {
  document: ShallowRef<PDFDocumentProxy | null>;
  failed: Ref<boolean>;
}

/** A PDF at this address, for as long as it is shown. */
export function usePdf(address: string): Pdf {
  const opened = shallowRef<PDFDocumentProxy | null>(null);
  const failed = ref(false);
  onMounted(async () => {
    try {
      const pdf = await import("pdfjs-dist");
      pdf.GlobalWorkerOptions.workerSrc = workerAddress;
      opened.value = await pdf.getDocument({ url: address, isEvalSupported: false }).promise;
    } catch {
      failed.value = true;
    }
  });
  onBeforeUnmount(() => void opened.value?.loadingTask.destroy());
  return { document: opened, failed };
}

/** Draws a page so wide, in pixels of the layout; the text that is on it. */
export async function drawPage(
  document: PDFDocumentProxy,
  number: number,
  canvas: HTMLCanvasElement,
  width: number,
): Promise<string> {
  const page = await document.getPage(number);
  const scale = (width / page.getViewport({ scale: 1 }).width) * window.devicePixelRatio;
  const viewport = page.getViewport({ scale });
  canvas.width = viewport.width;
  canvas.height = viewport.height;
  await page.render({ canvas, viewport }).promise.catch(() => undefined);
  const content = await page.getTextContent();
  return content.items.map((i) => ("str" in i ? i.str + (i.hasEOL ? "\n" : "") : "")).join(" ");
}
