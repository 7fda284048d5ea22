import { reactive } from "vue";

/** One line at the foot of the screen: what was saved, or what went wrong, and what can be done about it. */
export interface Notice {
  id: number;
  kind: "said" | "wrong";
  text: string;
  action?: { label: string; run: () => void };
}

const SHOWN_MS = 12_000;
export const notices = reactive<Notice[]>([]);
let count = 0;

export function drop(id: number): void {
  const at = notices.findIndex((n) => n.id === id);
  if (at >= 0) notices.splice(at, 1);
  stay(id);
}

function add(notice: Omit<Notice, "id">): void {
  const id = ++count;
  notices.splice(0, notices.length, { ...notice, id });
  if (notice.kind === "said") goOn(id);
}

const leaving = new Map<number, ReturnType<typeof setTimeout>>();

/** It stays while somebody points at it, or has come to it by keys. */
export function stay(id: number): void {
  clearTimeout(leaving.get(id));
  leaving.delete(id);
}

/** It leaves after a while. */
export function goOn(id: number): void {
  stay(id);
  if (notices.find((n) => n.id === id)?.kind === "said")
    leaving.set(
      id,
      setTimeout(() => drop(id), SHOWN_MS),
    );
}

export const say = (text: string, action?: Notice["action"]): void => add({ kind: "said", text, action });
export const sayWrong = (text: string): void => add({ kind: "wrong", text });
