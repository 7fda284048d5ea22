import { ref, watch } from "vue";

const KEY = "unvo.walk";

/** A course walked through as a made-up student; what they do is kept in this tab alone. */
export interface Walk {
  slug: string;
  section: number | null;
  sectionName: string;
  groups: number[];
  allowances: boolean;
  /** Item -> what was done with it: o opened, t ticked, a acknowledged, h handed in, w watched, s85 scored so much. */
  doings: Record<number, string>;
}

const kept = sessionStorage.getItem(KEY);
export const walk = ref<Walk | null>(kept ? (JSON.parse(kept) as Walk) : null);
watch(
  walk,
  (now) => (now ? sessionStorage.setItem(KEY, JSON.stringify(now)) : sessionStorage.removeItem(KEY)),
  { deep: true },
);

export const isWalking = (slug: string): boolean => walk.value?.slug === slug;

/** The header that asks the server for the made-up student's view; none for other courses. */
export function walkHeader(url: string): string {
  const found = walk.value;
  if (!found || !new URL(url, location.origin).pathname.startsWith(`/api/courses/${found.slug}/`)) return "";
  const { section, groups, allowances, doings } = found;
  return JSON.stringify({ section, groups, allowances, doings });
}

/** `did`: a letter; a score takes the place of an earlier one. */
export function noteWalk(item: number, did: string, on = true): void {
  if (!walk.value) return;
  const before = (walk.value.doings[item] ?? "").replace(did.startsWith("s") ? /s\d+/ : did, "");
  walk.value.doings[item] = on ? before + did : before;
}
