import { reactive } from "vue";

/** One line at the foot of the screen: what was saved, or what went wrong, and what can be done about it. */
export interface Notice {
  id: number;
  kind: "said" | "wrong";
  text: string;
  action?: { label: string; run: () => void };
}

const SHOWN_MS = 9000;
export const notices = reactive<Notice[]>([]);
let count = 0;

export function drop(id: number): void {
  const at = notices.findIndex((n) => n.id === id);
  if (at >= 0) notices.splice(at, 1);
}

function add(notice: Omit<Notice, "id">): void {
  const id = ++count;
  notices.splice(0, notices.length, { ...notice, id });
  if (notice.kind === "said") setTimeout(() => drop(id), SHOWN_MS);
}

export const say = (text: string, action?: Notice["action"]): void => add({ kind: "said", text, action });
export const sayWrong = (text: string): void => add({ kind: "wrong", text });
