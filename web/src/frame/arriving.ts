import { nextTick, watch } from "vue";
import { useRoute } from "vue-router";

/**
 * Shows what the address names after its `#prefix-`, once `there` is read; once for an address, however often that is
 * read again: whoever reads or writes further down stays where they are.
 */
export function useArrival(prefix: string, there: () => unknown): void {
  const route = useRoute();
  let arrived = "";
  watch(
    [there, () => route.fullPath],
    async ([found, address]) => {
      if (!found || arrived === address || !route.hash.startsWith(`#${prefix}-`)) return;
      await nextTick();
      const thing = document.getElementById(route.hash.slice(1));
      if (!thing) return;
      arrived = String(address);
      thing.scrollIntoView({ block: "center" });
    },
    { immediate: true },
  );
}
