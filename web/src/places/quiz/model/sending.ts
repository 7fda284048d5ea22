import { computed, onScopeDispose, ref, shallowRef } from "vue";
import { NoAnswer, Problem, type Shapes } from "@/api/client";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { sendAnswers, type Answers } from "../queries";

export interface Unsent {
  answers: Answers;
  seq: number;
  seconds: number;
}
type All = Record<number, Unsent>;
type Line = "kept" | "sending" | "lost" | "elsewhere" | "refused";

const REST_MS = 350;
const AGAIN_MS = 2000;

interface Place {
  slug: string;
  id: number;
  number: number;
  holder: string;
  person: number;
}

/**
 * Answers on their way: kept in this browser under the person who gave them until the server has acknowledged them,
 * sent in the order in which they were given, one request at a time, again and again while no answer comes.
 */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useSending(place: () => Place, heard: (saved: Shapes["SavedAnswers"]) => void) {
  const line = ref<Line>("kept");
  const refused = shallowRef<unknown>(null);
  const waiting = shallowRef<All>({});
  const what = () => `quiz.${place().id}.${place().number}`;
  let [timer, under] = [0, null as Promise<void> | null];

  function keep(all: All): void {
    waiting.value = all;
    if (Object.keys(all).length) keepTyped(place().person, what(), all, 0);
    else dropTyped(place().person, what());
  }

  /** What was given here before and never got there, by question; older than what stands is let go. */
  function begin(stands: (question: number) => number): All {
    const kept = keptTyped<All>(place().person, what())?.value ?? {};
    keep(Object.fromEntries(Object.entries(kept).filter(([id, one]) => one.seq > stands(Number(id)))));
    if (Object.keys(waiting.value).length) soon(0);
    return waiting.value;
  }

  function give(question: number, one: Unsent): void {
    const before = waiting.value[question];
    const rest = Object.fromEntries(
      Object.entries(waiting.value).filter(([id]) => Number(id) !== question),
    ) as All;
    keep({ ...rest, [question]: { ...one, seconds: one.seconds + (before?.seconds ?? 0) } });
    if (line.value !== "elsewhere") soon(REST_MS);
  }

  function soon(rest: number): void {
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void flush(), rest);
  }

  /** Send what waits; done when all of it is there, or can't be sent now. */
  async function flush(): Promise<boolean> {
    window.clearTimeout(timer);
    while (under) await under;
    if (!Object.keys(waiting.value).length || line.value === "elsewhere") return settled();
    under = send().finally(() => (under = null));
    await under;
    if (line.value === "kept" && Object.keys(waiting.value).length) return flush();
    return settled();
  }
  const settled = (): boolean => !Object.keys(waiting.value).length;

  async function send(): Promise<void> {
    const sent = Object.entries(waiting.value).sort(([, a], [, b]) => a.seq - b.seq);
    if (line.value !== "lost") line.value = "sending";
    const { slug, id, number, holder } = place();
    const given = sent.map(([question, one]) => ({ question: Number(question), ...one }));
    try {
      const saved = await sendAnswers(slug, id, { number, holder, given });
      const gone = new Map(sent.map(([question, one]) => [question, one.seq]));
      keep(
        Object.fromEntries(
          Object.entries(waiting.value).filter(([q, one]) => gone.get(q) !== one.seq),
        ) as All,
      );
      line.value = "kept";
      heard(saved);
    } catch (error) {
      failed(error);
    }
  }

  function failed(error: unknown): void {
    if (error instanceof Problem && error.code === "quiz.elsewhere") line.value = "elsewhere";
    else if (error instanceof NoAnswer || (error instanceof Problem && error.status >= 500)) {
      line.value = "lost";
      soon(AGAIN_MS);
    } else {
      line.value = "refused";
      refused.value = error;
    }
  }

  /** It is this window's again: what waits here was typed after what the other wrote, and goes over it. */
  function resume(stands: (question: number) => number): void {
    const after = ([id, one]: [string, Unsent]) => [
      id,
      { ...one, seq: Math.max(one.seq, stands(Number(id)) + 1) },
    ];
    keep(Object.fromEntries(Object.entries(waiting.value).map(after)) as All);
    line.value = "kept";
    soon(0);
  }

  const online = (): void => soon(0);
  addEventListener("online", online);
  onScopeDispose(() => {
    removeEventListener("online", online);
    window.clearTimeout(timer);
  });
  return {
    line,
    refused,
    waiting,
    unsent: computed(() => Object.keys(waiting.value).length),
    begin,
    give,
    flush,
    resume,
  };
}
