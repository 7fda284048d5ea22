import { computed, reactive, ref, type ComputedRef, type Ref } from "vue";
import { client, insist, told, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";
import { useRows } from "./use-rows";

export interface Typed {
  item: number;
  person: number;
  text: string;
  above?: boolean;
}
/** What was typed into a cell and is not kept: on its way, or refused with the reason. */
export interface Pending {
  text: string;
  sending: boolean;
  words: string;
  above: boolean;
  meanwhile: boolean;
}

const A_MOMENT_MS = 1500;
const ON_ITS_WAY = { sending: true, words: "", above: false, meanwhile: false };
const at = (item: number, person: number): string => `${item}.${person}`;

/** As long as there is no line they stay on their way. */
const sendCells = (slug: string, cells: Shapes["CellIn"][]) =>
  insist(
    (headers) =>
      told(
        client.PUT("/api/courses/{slug}/gradebook/cells", {
          params: { path: { slug } },
          body: { cells },
          headers,
        }),
      ),
    Infinity,
  );
const sendUndo = (slug: string, change_id: number) =>
  insist((headers) =>
    told(
      client.POST("/api/courses/{slug}/gradebook/changes/{change_id}/undo", {
        params: { path: { slug, change_id } },
        headers,
      }),
    ),
  );

/** One after the other: each is sent with what stood there when the one before it was kept. */
function inTurn(): { after: <T>(send: () => Promise<T>) => Promise<T>; settled: () => Promise<unknown> } {
  let under: Promise<unknown> = Promise.resolve();
  return {
    after(send) {
      const next = under.then(send, send);
      under = next.catch(() => null);
      return next;
    },
    // Without a line it would never come to an end: whoever leaves is asked then.
    settled: () => Promise.race([under, new Promise((done) => setTimeout(done, A_MOMENT_MS))]),
  };
}

/** The cells of a gradebook: read for the students that are looked at, written one change after the other. */
export function useSheet(slug: () => string, people: ComputedRef<readonly number[]>) {
  const { after, settled } = inTurn();
  const stale = useStale();
  const read = useRows(slug, people);
  const pending = reactive(new Map<string, Pending>());
  const [done, undone]: [Ref<number[]>, Ref<number[]>] = [ref([]), ref([])];
  const send = useSending(slug, read, pending, (change) => {
    if (change !== null) [done.value, undone.value] = [[...done.value, change], []];
    void stale(touched.cells(slug()));
  });
  const put = <T extends Typed>(
    typed: readonly T[],
    asSeen?: (one: T) => Shapes["CellIn"],
  ): Promise<void> => {
    for (const one of typed) pending.set(at(one.item, one.person), { text: one.text, ...ON_ITS_WAY });
    return after(() => send(typed, asSeen));
  };
  const turn = useTurning(slug, read);
  const turned = (from: Ref<number[]>, onto: Ref<number[]>) => () =>
    after(() => turn(from, onto, () => void stale(touched.cells(slug()))));
  return {
    ...read,
    pending,
    settled,
    put,
    /** With what was looked at when they were read elsewhere; how many were kept. */
    async putSeen(typed: readonly Shapes["CellIn"][]): Promise<number> {
      await put(typed, (one) => ({ ...one }));
      return typed.filter((one) => !pending.has(at(one.item, one.person))).length;
    },
    undo: turned(done, undone),
    redo: turned(undone, done),
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    pendingAt: (item: number, person: number): Pending | undefined => pending.get(at(item, person)),
    drop: (item: number, person: number): unknown => pending.delete(at(item, person)),
  };
}

function useSending(
  slug: () => string,
  read: ReturnType<typeof useRows>,
  pending: Map<string, Pending>,
  kept: (change: number | null) => void,
) {
  const wrong = useWrong();
  const seen = (one: Typed): Shapes["CellIn"] => {
    const cell = read.cellAt(one.item, one.person);
    const { version: seen_version = 0, excused: seen_excused = false } = cell ?? {};
    const { item, person, text, above = false } = one;
    return { item, person, text, above, seen_version, seen_excused };
  };
  return async <T extends Typed>(
    typed: readonly T[],
    asSeen: (one: T) => Shapes["CellIn"] = seen,
  ): Promise<void> => {
    const cells = typed.map((one) => asSeen(one));
    let found: Shapes["CellsOut"];
    try {
      found = await sendCells(slug(), cells);
    } catch (error) {
      const not = { ...ON_ITS_WAY, sending: false, words: wrong(error) };
      for (const one of typed) pending.set(at(one.item, one.person), { text: one.text, ...not });
      return;
    }
    await (found.rows.length ? read.take(found.rows) : read.anew());
    const refused = new Map(found.refused.map((one) => [at(one.item, one.person), one]));
    for (const one of typed) {
      const place = at(one.item, one.person);
      const { words, above, meanwhile } = refused.get(place) ?? ON_ITS_WAY;
      // What was typed over it since waits for its own answer.
      if (pending.get(place)?.text !== one.text) continue;
      if (refused.has(place)) pending.set(place, { text: one.text, sending: false, words, above, meanwhile });
      else pending.delete(place);
    }
    kept(found.change);
  };
}

/** Sets the last change back, or does it again. */
function useTurning(slug: () => string, read: ReturnType<typeof useRows>) {
  const wrong = useWrong();
  return async (from: Ref<number[]>, onto: Ref<number[]>, kept: () => void): Promise<void> => {
    const change = from.value[from.value.length - 1];
    if (change === undefined) return;
    from.value = from.value.slice(0, -1);
    try {
      const made = await sendUndo(slug(), change);
      await (made.rows.length ? read.take(made.rows) : read.anew());
      if (made.change !== null) onto.value = [...onto.value, made.change];
      kept();
    } catch (error) {
      sayWrong(wrong(error));
    }
  };
}

export type Sheet = ReturnType<typeof useSheet>;
