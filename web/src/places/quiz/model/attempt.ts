import { computed, ref, shallowRef } from "vue";
import type { Shapes } from "@/api/client";
import { courseQuiz } from "@/api/reads";
import { keptSince } from "@/api/kept-since";
import { useMe } from "@/frame/queries";
import { useUnsaved } from "@/frame/unsaved";
import type { Answers } from "../queries";
import { useServerClock } from "./clock";
import { tabName } from "@/frame/tab-name";
import { useSending } from "./sending";

type Taken = Shapes["TakenQuestion"];
interface Own {
  answers: Answers;
  seq: number;
}

/**
 * An attempt as it stands in this window: what the server told of it, and over that what is typed here and not yet
 * there. What is typed is never written over by what is read anew, unless another window wrote later.
 */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useAttempt(slug: () => string, id: () => number, number: () => number) {
  const { data: me } = useMe();
  const holder = ref("");
  const taking = shallowRef<Shapes["Taking"] | null>(null);
  const own = ref<Record<number, Own>>({});
  const over = ref(false);
  const clock = useServerClock(() => taking.value?.ends_at ?? null);
  const person = () => me.value?.id ?? 0;
  const place = () => ({ slug: slug(), id: id(), number: number(), holder: holder.value, person: person() });
  const sending = useSending(place, heard);
  let since = performance.now();

  /** Raises what the server refuses: none under way, or handed in. */
  async function load(): Promise<void> {
    holder.value ||= await tabName();
    const found = await courseQuiz(slug, id)
      .attempt(number, () => holder.value)
      .queryFn();
    show(found, keptSince.value ? Date.now() - Date.parse(keptSince.value) : 0);
  }

  function show(found: Shapes["Taking"], ago = 0): void {
    const first = taking.value === null;
    taking.value = found;
    clock.heard(found.now, ago);
    const stands = new Map(found.questions.map((q) => [q.id, q.seq]));
    if (found.held && sending.line.value === "elsewhere") sending.resume((id) => stands.get(id) ?? 0);
    if (!found.held) sending.line.value = "elsewhere";
    const kept = first ? sending.begin((question) => stands.get(question) ?? 0) : sending.waiting.value;
    for (const question of found.questions) {
      const mine = kept[question.id] ?? own.value[question.id];
      own.value[question.id] = mine && mine.seq >= question.seq ? mine : question;
    }
  }

  function heard(saved: Shapes["SavedAnswers"]): void {
    clock.heard(saved.now);
    over.value ||= saved.over;
    const told = new Map(saved.questions.map((q) => [q.id, q]));
    replace((q) => ({ ...q, ...(told.get(q.id) ?? {}) }), saved.ends_at);
  }

  function replace(change: (question: Taken) => Taken, ends?: string | null): void {
    if (!taking.value) return;
    const ends_at = ends === undefined ? taking.value.ends_at : ends;
    taking.value = { ...taking.value, ends_at, questions: taking.value.questions.map(change) };
  }

  /** Time is counted for the question that is looked at. */
  function spent(): number {
    const seconds = Math.round((performance.now() - since) / 1000);
    since = performance.now();
    return document.hidden ? 0 : seconds;
  }

  function give(question: Taken, field: string, value: Answers[string]): void {
    const before = own.value[question.id];
    const answers = { ...(before?.answers ?? {}), [field]: value };
    const seq = Math.max(before?.seq ?? 0, question.seq) + 1;
    own.value[question.id] = { answers, seq };
    sending.give(question.id, { answers, seq, seconds: spent() });
  }

  useUnsaved(() => sending.unsent.value > 0 && !over.value, sending.flush);
  return {
    taking,
    holder,
    own,
    over,
    clock,
    sending,
    load,
    show,
    replace,
    give,
    looked: () => void (since = performance.now()),
    answersOf: (question: Taken): Answers => own.value[question.id]?.answers ?? question.answers,
    seqOf: (question: Taken): number => own.value[question.id]?.seq ?? question.seq,
    answered: computed(() => (taking.value?.questions ?? []).filter((q) => q.state !== "empty").length),
  };
}

export type Attempt = ReturnType<typeof useAttempt>;
