import type { Directive } from "vue";

type Box = HTMLInputElement | HTMLTextAreaElement;
type Shown = string | number | null | undefined;

const TYPED = new WeakSet<Box>();

function show(box: Box, value: Shown): void {
  const text = String(value ?? "");
  if (!TYPED.has(box) && box.value !== text) box.value = text;
}

const typed = (event: Event): unknown => TYPED.add(event.currentTarget as Box);
const left = (event: Event): unknown => TYPED.delete(event.currentTarget as Box);

/**
 * The value of a field that is taken when it is left, not with every key.
 * `:value` would write over what is half typed whenever its form is drawn again; this waits until the field is left.
 */
export const vKept: Directive<Box, Shown> = {
  mounted(box, { value }) {
    box.addEventListener("input", typed);
    // Before the field's own listeners, which give the value away and have the form drawn.
    box.addEventListener("change", left, { capture: true });
    box.addEventListener("blur", left);
    show(box, value);
  },
  updated: (box, { value }) => show(box, value),
};
