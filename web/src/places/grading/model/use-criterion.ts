import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";

type Row = Shapes["QueueRow"];
const lacks = (row: Row | undefined, criterion: number): row is Row =>
  row?.state === "waiting" && !row.measured.includes(criterion);

/** The next work, from here on and then from the beginning, that has no level of the criterion yet. */
export function nextOpen(rows: Row[], from: number, criterion: number, but: number[] = []): number | null {
  const at = rows.findIndex((row) => row.person_id === from) + 1;
  const found = [...rows.slice(at), ...rows.slice(0, at)].find(
    (row) => lacks(row, criterion) && row.person_id !== from && !but.includes(row.person_id),
  );
  return found?.person_id ?? null;
}

/** Whether a class is measured criterion by criterion, and by which one now; the address says it. */
export function useCriterion(queue: () => Shapes["Queue"] | undefined) {
  const route = useRoute();
  const router = useRouter();
  const criterion = computed(() => {
    const said = Number(route.query.criterion ?? 0);
    return queue()?.criteria.some((one) => one.id === said) ? said : null;
  });
  const choose = (id: number | null): Promise<unknown> =>
    router.replace({ query: { ...route.query, criterion: id ?? undefined } });
  /** The criterion after this one that some work still lacks. */
  const after = (): Shapes["Named"] | null => {
    const all = queue()?.criteria ?? [];
    const at = all.findIndex((one) => one.id === criterion.value) + 1;
    const rows = queue()?.rows ?? [];
    return (
      [...all.slice(at), ...all.slice(0, at)].find((one) => rows.some((row) => lacks(row, one.id))) ?? null
    );
  };
  return { criterion, choose, after };
}
