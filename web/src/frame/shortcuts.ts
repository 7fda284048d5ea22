import { onMounted, onUnmounted, ref, watch } from "vue";

export const shortcutsOpen = ref(false);
const OFF = "unvo.single-keys-off";
/** Whether keys alone do anything, on this device: who speaks to it, or holds it unsteadily, can do without. */
export const singleKeys = ref(localStorage.getItem(OFF) === null);
watch(singleKeys, (on) => (on ? localStorage.removeItem(OFF) : localStorage.setItem(OFF, "1")));
const PREFIX_MS = 1200;

function typing(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName);
}

/** Keys of a screen, by name ('j', '[', 'g w'); never while typing, never with a modifier. */
export function useKeys(keys: () => Record<string, () => void>): void {
  let prefix = 0;
  function pressed(event: KeyboardEvent): void {
    if (
      !singleKeys.value ||
      typing(event.target) ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      event.defaultPrevented
    )
      return;
    if (document.querySelector("[role=dialog]")) return;
    const name = Date.now() - prefix < PREFIX_MS ? `g ${event.key}` : event.key;
    prefix = event.key === "g" ? Date.now() : 0;
    const act = keys()[name];
    if (!act) return;
    event.preventDefault();
    act();
  }
  onMounted(() => addEventListener("keydown", pressed));
  onUnmounted(() => removeEventListener("keydown", pressed));
}

/** `j` and `k` along a list: to the next and the previous of these links. */
export const alongKeys = (links: string): Record<"j" | "k", () => void> => ({
  j: () => focusBy(links, 1),
  k: () => focusBy(links, -1),
});

function focusBy(links: string, by: number): void {
  const found = [...document.querySelectorAll<HTMLElement>(links)];
  const at = found.findIndex((l) => l === document.activeElement);
  found[at < 0 ? 0 : Math.min(found.length - 1, Math.max(0, at + by))]?.focus();
}
