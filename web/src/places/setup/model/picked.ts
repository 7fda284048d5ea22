import { ref, watch, type Ref } from "vue";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";

/** A row for each of what was picked that can be placed, as it is proposed; what is changed in them counts as typed
 * until `done`. */
export function usePicked<Row>(
  items: () => Shapes["PickedItem"][],
  proposed: (one: Shapes["PickedItem"]) => Row,
): { rows: Ref<Row[]>; done: () => void } {
  const rows = ref<Row[]>([]) as Ref<Row[]>;
  let first = "[]";
  const typed = () => JSON.stringify(rows.value);
  useUnsaved(() => typed() !== first);
  watch(
    items,
    (now) => {
      if (rows.value.length) return;
      rows.value = now.filter((one) => !one.refused).map(proposed);
      first = typed();
    },
    { immediate: true },
  );
  return { rows, done: () => void (first = typed()) };
}
