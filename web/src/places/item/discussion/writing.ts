import { computed, onBeforeUnmount, ref } from "vue";
import { NoAnswer, Problem, wishKey, type Shapes } from "@/api/client";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { keepPostDraft } from "./queries";

const PAUSE_MS = 900;
const RETRY_MS = 5000;

/**
 * A post while it is written: kept on the server as it is typed, and on this device what did not get there. A second
 * window is told and writes over nothing.
 */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useWriting(
  slug: string,
  id: number,
  answers: number | null,
  draft: Shapes["DraftOut"] | undefined,
  template: string,
) {
  const wrong = useWrong();
  const { data: me } = useMe();
  const person = () => me.value?.id ?? 0;
  const what = `post.${slug}.${id}.${answers ?? 0}`;
  const typed = keptTyped<string>(person(), what);
  const first = typed?.value ?? draft?.html ?? template;
  const html = ref(first);
  const edition = ref(draft?.edition ?? 0);
  const state = ref<"" | "saving" | "saved" | "unsaved">(typed ? "unsaved" : draft ? "saved" : "");
  const theirs = ref("");
  const refused = ref("");
  let [timer, key, keyed] = [0, "", ""];
  let sending: Promise<unknown> = Promise.resolve();

  function changed(fresh: string): void {
    html.value = fresh;
    state.value = "saving";
    keepTyped(person(), what, fresh, edition.value);
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void save(), PAUSE_MS);
  }

  async function send(): Promise<void> {
    const sent = html.value;
    if (theirs.value) return;
    try {
      const kept = await keepPostDraft(slug, id, { html: sent, answers, edition: edition.value });
      edition.value = kept.edition;
      if (sent !== html.value) return;
      state.value = "saved";
      dropTyped(person(), what);
    } catch (error) {
      state.value = "unsaved";
      if (error instanceof NoAnswer) timer = window.setTimeout(() => void save(), RETRY_MS);
      else if (error instanceof Problem && error.code === "post.draft_elsewhere") {
        theirs.value = String(error.also.html);
        edition.value = Number(error.also.edition);
      } else refused.value = wrong(error);
    }
  }

  function save(): Promise<unknown> {
    window.clearTimeout(timer);
    sending = sending.then(() => (state.value === "saved" || state.value === "" ? undefined : send()));
    return sending;
  }

  /** The same words are one wish, however often they are sent. */
  function wishOf(): { html: string; key: string } {
    if (keyed !== html.value) [key, keyed] = [wishKey(), html.value];
    return { html: html.value, key };
  }

  function done(): void {
    window.clearTimeout(timer);
    state.value = "";
    dropTyped(person(), what);
  }

  useUnsaved(() => state.value === "unsaved" || state.value === "saving", save);
  onBeforeUnmount(() => {
    window.clearTimeout(timer);
    if (state.value === "saving") void send();
  });
  return {
    first,
    html,
    state,
    theirs,
    refused,
    changed,
    wishOf,
    done,
    /** Waits for what is on its way, so that no draft comes after its post. */
    settled: () => {
      window.clearTimeout(timer);
      return sending;
    },
    empty: computed(() => !html.value.replace(/<(?!img|div data|span data)[^>]*>/g, "").trim()),
  };
}
