import type { PDFDocumentLoadingTask, PDFDocumentProxy } from "pdfjs-dist";
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
  let task: PDFDocumentLoadingTask | null = null;
  let gone = false;
  onMounted(async () => {
    try {
      const pdf = await import("pdfjs-dist");
      if (gone) return;
      pdf.GlobalWorkerOptions.workerSrc = workerAddress;
      task = pdf.getDocument({ url: address, isEvalSupported: false });
      opened.value = await task.promise;
    } catch {
      failed.value = !gone;
    }
  });
  onBeforeUnmount(() => {
    gone = true;
    void task?.destroy();
  });
  return { document: opened, failed };
}

/** What the work gives; null when the document was left in the middle of it, which is no failure. */
async function whileShown<T>(document: PDFDocumentProxy, work: () => Promise<T>): Promise<T | null> {
  try {
    return await work();
  } catch (error) {
    if (document.loadingTask.destroyed) return null;
    throw error;
  }
}

/** Height by width of the first page; null when it is shown no longer. */
export const shapeOf = (document: PDFDocumentProxy): Promise<number | null> =>
  whileShown(document, async () => {
    const { width, height } = (await document.getPage(1)).getViewport({ scale: 1 });
    return height / width;
  });

/** Draws a page so wide, in pixels of the layout; the text that is on it. */
export const drawPage = async (
  document: PDFDocumentProxy,
  number: number,
  canvas: HTMLCanvasElement,
  width: number,
): Promise<string> => (await whileShown(document, () => draw(document, number, canvas, width))) ?? "";

async function draw(
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
