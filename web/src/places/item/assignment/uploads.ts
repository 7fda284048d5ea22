import { useQueryClient } from "@tanstack/vue-query";
import { onBeforeUnmount, onMounted, ref, type Ref } from "vue";
import { useI18n } from "vue-i18n";
import { NoAnswer, Problem, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { courseItem, keyOf, own, touched } from "@/api/reads";
import { useUnsaved } from "@/frame/unsaved";
import { sizeWords } from "@/items/model/sizes";
import { useStale, useWrong } from "@/frame/writes";

/** Whenever there is a connection again. */
function useOnline(then: () => void): void {
  onMounted(() => addEventListener("online", then));
  onBeforeUnmount(() => removeEventListener("online", then));
}

/** Files as they are, or photographs that become pages. */
type What = "files" | "photos";
type Sent = (key: string, file: File, onProgress: (share: number) => void) => Promise<void>;

/** Where they are sent. */
export const addressOf = (slug: string, id: number, what: What): string =>
  `/api/courses/${slug}/items/${id}/hand-in/${what}`;

/** Sends one of them, under the key of its wish. One too large is refused here: the server would only do so after all
 * of it has come. */
export function useSending(
  slug: () => string,
  id: () => number,
  attempt: Ref<number>,
  what: What,
  mostBytes: () => number = () => Infinity,
): Sent {
  const queries = useQueryClient();
  const { t, locale } = useI18n();
  return async (key, file, onProgress) => {
    const [size, most] = [sizeWords(file.size, locale.value), sizeWords(mostBytes(), locale.value)];
    if (file.size > mostBytes())
      throw new Problem(413, "file.too_large", t("handIn.tooLarge", { size, most }));
    const address = addressOf(slug(), id(), what);
    try {
      const found = await upload<Shapes["MyWork"]>(
        `${address}?attempt=${attempt.value}`,
        file,
        key,
        onProgress,
      );
      queries.setQueryData(keyOf(courseItem(slug, id).myWork()), found);
    } finally {
      void queries.invalidateQueries({ queryKey: keyOf(own.begun(() => address)) });
    }
  };
}

/** Files on their way into a draft. What no connection takes waits here, and goes when there is one again. */
export function useUploads(slug: () => string, id: () => number, sending: Sent) {
  const stale = useStale();
  const wrong = useWrong();
  const { t } = useI18n();
  const uploads = ref<{ key: string; name: string; share: number }[]>([]);
  const waiting = ref<{ key: string; file: File }[]>([]);
  const refused = ref<string[]>([]);

  async function send(key: string, file: File): Promise<void> {
    uploads.value.push({ key, name: file.name, share: 0 });
    const entry = uploads.value.at(-1)!;
    try {
      await sending(key, file, (share) => (entry.share = share));
    } catch (error) {
      if (error instanceof NoAnswer) waiting.value.push({ key, file });
      else refused.value.push(t("handIn.notAdded", { name: file.name, why: wrong(error) }));
    } finally {
      uploads.value = uploads.value.filter((one) => one.key !== key);
    }
  }

  async function add(list: Iterable<File>): Promise<void> {
    refused.value = [];
    for (const file of [...list]) await send(wishKey(), file);
    await stale(touched.started(slug(), id()));
  }

  /** The same wish again, under its key: what did arrive is not added twice. */
  async function again(): Promise<void> {
    for (const { key, file } of waiting.value.splice(0)) await send(key, file);
    await stale(touched.started(slug(), id()));
  }

  const drop = (key: string) => void (waiting.value = waiting.value.filter((one) => one.key !== key));
  useOnline(() => void again());
  useUnsaved(() => waiting.value.length + uploads.value.length > 0);
  return { uploads, waiting, refused, add, again, drop };
}
