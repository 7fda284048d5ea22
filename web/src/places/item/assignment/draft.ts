import { useQueryClient } from "@tanstack/vue-query";
import { computed, onBeforeUnmount, ref, watch, type Ref } from "vue";
import { client, insist, NoAnswer, Problem, told, type Shapes } from "@/api/client";
import { courseItem, keyOf, touched } from "@/api/reads";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useStale, useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";

const PAUSE_MS = 900;
const RETRY_MS = 5000;
type Saving = "saved" | "saving" | "unsaved";

interface Typed {
  text: string;
  comment: string;
  link: string;
}

const same = (one: Typed, other: Typed): boolean =>
  one.text === other.text && one.comment === other.comment && one.link === other.link;

/** What stands on the server after another window or device wrote it. */
interface Standing extends Typed {
  edition: number;
  /** Who of the group wrote it; empty where it was oneself. */
  by: string;
}

/**
 * A draft that is saved as it is typed; what the server has not got yet is kept on this device, for its writer.
 * It carries its attempt and edition: a second window never writes over the first, nor into another attempt.
 */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useDraft(slug: () => string, id: () => number, work: Ref<Shapes["MyWork"]>) {
  const queries = useQueryClient();
  const stale = useStale();
  const wrong = useWrong();
  const { data: me } = useMe();
  const text = ref("");
  const comment = ref("");
  const link = ref("");
  const state = ref<Saving>("saved");
  const savedAt = ref("");
  const edition = ref(0);
  const standing = ref<Standing | null>(null);
  const leftOver = ref<Typed | null>(null);
  const attempt = computed(() => work.value.draft?.attempt ?? work.value.attempts.length + 1);
  let timer = 0;
  let loaded = 0;
  let sending: Promise<void> = Promise.resolve();
  const what = (of = attempt.value) => `draft.${slug()}.${id()}.${of}`;
  const person = () => me.value?.id ?? 0;
  const typed = (): Typed => ({ text: text.value, comment: comment.value, link: link.value });

  function show(found: Typed, of: number): void {
    text.value = found.text;
    comment.value = found.comment;
    link.value = found.link;
    edition.value = of;
  }

  /** What stands on the server, and over it what was typed here and did not get there. */
  function load(draft: Shapes["Draft"] | null): void {
    const { text: written = "", comment: note = "", link: address = "", edition: of = 0 } = draft ?? {};
    const there = { text: written, comment: note, link: address, edition: of, by: draft?.saved_by ?? "" };
    const kept = keptTyped<Typed>(person(), what());
    state.value = "saved";
    savedAt.value = draft?.saved_at ?? "";
    standing.value = null;
    if (!kept) return show(there, there.edition);
    const mine = { ...kept.value, link: kept.value.link ?? "" };
    show(mine, kept.edition);
    if (kept.edition === there.edition) return changed();
    if (same(mine, there)) {
      edition.value = there.edition;
      return dropTyped(person(), what());
    }
    // What is typed on meanwhile goes on to be kept with the edition that it was begun from, so that nothing of it is
    // taken for a change of what stands there before both were seen.
    state.value = "unsaved";
    standing.value = there;
  }

  watch(
    [work, me],
    () => {
      const draft = work.value.draft;
      if (!me.value) return;
      const newer = state.value === "saved" && (draft?.edition ?? 0) > edition.value;
      if (loaded !== attempt.value || newer) load(draft);
      loaded = attempt.value;
    },
    { immediate: true },
  );

  function changed(): void {
    state.value = "saving";
    keepTyped(person(), what(), typed(), edition.value);
    clearTimeout(timer);
    timer = window.setTimeout(() => void save(), PAUSE_MS);
  }

  async function send(): Promise<void> {
    if (standing.value) return;
    const wish = typed();
    const of = attempt.value;
    try {
      const found = await insist((headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-in", {
            params: { path: { slug: slug(), item_id: id() } },
            body: { ...wish, attempt: of, edition: edition.value },
            headers,
          }),
        ),
      );
      savedAt.value = found.draft?.saved_at ?? "";
      edition.value = found.draft?.edition ?? 0;
      if (same(wish, typed())) {
        state.value = "saved";
        dropTyped(person(), what(of));
      } else keepTyped(person(), what(of), typed(), edition.value);
      queries.setQueryData(keyOf(courseItem(slug, id).myWork()), found);
      void stale(touched.started(slug(), id()));
    } catch (error) {
      state.value = "unsaved";
      if (error instanceof NoAnswer) timer = window.setTimeout(() => void save(), RETRY_MS);
      else refused(error, of);
    }
  }

  function refused(error: unknown, of: number): void {
    if (!(error instanceof Problem)) return sayWrong(wrong(error));
    if (error.code === "hand_in.changed_elsewhere") {
      const { also } = error;
      standing.value = {
        text: String(also.text),
        comment: String(also.comment),
        link: String(also.link),
        edition: Number(also.edition),
        by: String(also.by),
      };
      return;
    }
    sayWrong(wrong(error));
    if (error.code !== "hand_in.attempt_over") return;
    leftOver.value = typed();
    dropTyped(person(), what(of));
    state.value = "saved";
    void stale(touched.doing(slug()));
  }

  /** Save what is typed now, after any save that is still under way. */
  function save(): Promise<void> {
    clearTimeout(timer);
    sending = sending.then(() => (state.value === "saved" ? undefined : send()));
    return sending;
  }

  /** Two wrote: go on with what stands there, or with what is typed here, over it. */
  function settle(mine: boolean): void {
    const there = standing.value;
    standing.value = null;
    if (!there) return;
    edition.value = there.edition;
    if (mine) return changed();
    show(there, there.edition);
    state.value = "saved";
    dropTyped(person(), what());
  }

  /** Begin the next attempt with this text, that is saved at once. */
  function begin(from: Typed): void {
    leftOver.value = null;
    show(from, 0);
    changed();
  }

  onBeforeUnmount(() => {
    if (state.value !== "saved") void save();
  });
  return {
    text,
    comment,
    link,
    state,
    savedAt,
    edition,
    attempt,
    standing,
    leftOver,
    changed,
    save,
    settle,
    begin,
  };
}
