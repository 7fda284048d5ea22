/** What was entered where an event comes from. */
export function valueOf(event: Event): string {
  const from = event.target;
  return from instanceof HTMLInputElement ||
    from instanceof HTMLSelectElement ||
    from instanceof HTMLTextAreaElement
    ? from.value
    : "";
}

export const checkedOf = (event: Event): boolean =>
  event.target instanceof HTMLInputElement && event.target.checked;

/** The files that were chosen. The field is emptied, so that the same one can be chosen again, unless they `stay`. */
export function takeFiles(event: Event, stay = false): File[] {
  if (!(event.target instanceof HTMLInputElement)) return [];
  const found = [...(event.target.files ?? [])];
  if (!stay) event.target.value = "";
  return found;
}

/** Which of these was chosen. */
export const chosenOf = <const T extends string>(event: Event, of: readonly T[]): T | undefined =>
  of.find((one) => one === valueOf(event));
