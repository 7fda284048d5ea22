import { onScopeDispose, shallowRef, watch, type ShallowRef } from "vue";

/** What `source` gives, once it has stood for so many milliseconds. */
export function useLater<T>(source: () => T, milliseconds: number): Readonly<ShallowRef<T>> {
  const later = shallowRef(source());
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(source, (value) => {
    clearTimeout(timer);
    timer = setTimeout(() => (later.value = value), milliseconds);
  });
  onScopeDispose(() => clearTimeout(timer));
  return later;
}
