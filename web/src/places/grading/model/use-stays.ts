import { shallowRef, watch, type ShallowRef } from "vue";

/** Whatever was once among those that are picked, until something else is `wanted`. */
export function useStays(
  picked: () => readonly number[],
  wanted: () => readonly unknown[],
): ShallowRef<ReadonlySet<number>> {
  const stays = shallowRef<ReadonlySet<number>>(new Set());
  watch(wanted, () => (stays.value = new Set(picked())), { flush: "sync" });
  watch(
    picked,
    (now) => {
      if (now.some((one) => !stays.value.has(one))) stays.value = new Set([...stays.value, ...now]);
    },
    { immediate: true, flush: "sync" },
  );
  return stays;
}
