import { getCurrentScope, onScopeDispose, reactive } from "vue";

export type End = "opens" | "due";
export type Shifts = Record<End, number>;

const PAUSE_MS = 400;
const still = (): Shifts => ({ opens: 0, due: 0 });

/** Who leaves the page meanwhile has moved it all the same. */
const leaving = (flush: () => void): void => void (getCurrentScope() && onScopeDispose(flush));

/**
 * Moves of a bar's ends by days, as they come: presses that follow each other quickly are gathered and sent as one,
 * and what comes while one is on its way is sent after it, over what it made.
 */
export function useNudges(send: (id: number, shifts: Shifts) => Promise<unknown>) {
  const waiting = reactive(new Map<number, Shifts>());
  const underway = reactive(new Map<number, Shifts>());
  const timers = new Map<number, ReturnType<typeof setTimeout>>();

  async function go(id: number): Promise<void> {
    timers.delete(id);
    const shifts = waiting.get(id);
    if (!shifts || underway.has(id)) return;
    waiting.delete(id);
    underway.set(id, shifts);
    try {
      await send(id, shifts);
    } finally {
      underway.delete(id);
      if (waiting.has(id)) void go(id);
    }
  }

  function nudge(id: number, end: End, days: number, at = PAUSE_MS): void {
    const shifts = waiting.get(id) ?? still();
    waiting.set(id, { ...shifts, [end]: shifts[end] + days });
    clearTimeout(timers.get(id));
    const timer = setTimeout(() => void go(id), at);
    timers.set(id, timer);
  }

  leaving(() => {
    timers.forEach((timer, id) => {
      clearTimeout(timer);
      void go(id);
    });
  });

  /** By how many days an end is drawn away from where it is kept. */
  const drawn = (id: number, end: End): number =>
    (waiting.get(id)?.[end] ?? 0) + (underway.get(id)?.[end] ?? 0);

  return { nudge, drawn };
}
