import { useQueryClient } from "@tanstack/vue-query";
import { onBeforeUnmount, ref, watch, type Ref } from "vue";
import { client, insist, NoAnswer, told, type Shapes } from "@/api/client";
import { courseItem, keyOf, touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";

const PAUSE_MS = 900;
const RETRY_MS = 5000;
type Saving = "saved" | "saving" | "unsaved";

interface Typed {
  text: string;
  comment: string;
}

/** A draft that is saved as it is typed; what the server has not got yet is kept on this device. */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useDraft(slug: () => string, id: () => number, work: Ref<Shapes["MyWork"] | undefined>) {
  const queries = useQueryClient();
  const stale = useStale();
  const wrong = useWrong();
  const text = ref("");
  const comment = ref("");
  const state = ref<Saving>("saved");
  const savedAt = ref("");
  let timer = 0;
  let loaded = "";
  let sending: Promise<void> = Promise.resolve();
  const key = () => `unvo.draft.${slug()}.${id()}`;

  function read(): Typed | null {
    try {
      return JSON.parse(localStorage.getItem(key()) ?? "null") as Typed | null;
    } catch {
      return null;
    }
  }

  watch(
    work,
    (found) => {
      const mark = `${key()}.${found?.draft?.attempt ?? (found ? found.attempts.length + 1 : "")}`;
      if (!found || loaded === mark) return;
      loaded = mark;
      const kept = read();
      text.value = kept?.text ?? found.draft?.text ?? "";
      comment.value = kept?.comment ?? found.draft?.comment ?? "";
      savedAt.value = found.draft?.saved_at ?? "";
      if (kept) changed();
    },
    { immediate: true },
  );

  function changed(): void {
    state.value = "saving";
    localStorage.setItem(key(), JSON.stringify({ text: text.value, comment: comment.value }));
    clearTimeout(timer);
    timer = window.setTimeout(() => void save(), PAUSE_MS);
  }

  async function send(): Promise<void> {
    const wish: Typed = { text: text.value, comment: comment.value };
    try {
      const found = await insist((headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-in", {
            params: { path: { slug: slug(), item_id: id() } },
            body: wish,
            headers,
          }),
        ),
      );
      savedAt.value = found.draft?.saved_at ?? "";
      if (wish.text === text.value && wish.comment === comment.value) {
        state.value = "saved";
        localStorage.removeItem(key());
      }
      queries.setQueryData(keyOf(courseItem(slug, id).myWork()), found);
      void stale(touched.started(slug(), id()));
    } catch (error) {
      state.value = "unsaved";
      if (error instanceof NoAnswer) timer = window.setTimeout(() => void save(), RETRY_MS);
      else sayWrong(wrong(error));
    }
  }

  /** Save what is typed now, after any save that is still under way. */
  function save(): Promise<void> {
    clearTimeout(timer);
    sending = sending.then(() => (state.value === "saved" ? undefined : send()));
    return sending;
  }

  onBeforeUnmount(() => {
    if (state.value !== "saved") void save();
  });
  return { text, comment, state, savedAt, changed, save };
}
