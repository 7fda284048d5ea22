import { onScopeDispose, shallowRef } from "vue";

/** Forms in which something is typed that is not saved yet; whoever would leave them is asked first. */
type Unsaved = () => boolean;
/** What is on its way to the server is waited for before anybody is asked. */
type Settled = () => Promise<unknown>;
const forms = new Map<Unsaved, Settled>();

/** Who waits for the answer to 'leave without saving?'; null while nobody is asked. */
export const asked = shallowRef<((leave: boolean) => void) | null>(null);

const ask = (): Promise<boolean> =>
  new Promise((answer) => {
    asked.value = (leave) => {
      asked.value = null;
      answer(leave);
    };
  });

/** A field gives its value when it is left; one that is typed in just now is left first. */
function leaveField(): void {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
}

export function somethingUnsaved(): boolean {
  if (forms.size) leaveField();
  return [...forms.keys()].some((unsaved) => unsaved());
}

/** True at once when nothing is unsaved; else what the person answers. */
export async function mayLeave(): Promise<boolean> {
  if (!somethingUnsaved()) return true;
  await Promise.allSettled([...forms.values()].map((settled) => settled()));
  if (!somethingUnsaved()) return true;
  const leave = await ask();
  if (leave) forms.clear();
  return leave;
}

/** Watch over one form; returns what to ask before that form alone is closed. */
export function useUnsaved(
  unsaved: Unsaved,
  settled: Settled = () => Promise.resolve(),
): () => Promise<boolean> {
  forms.set(unsaved, settled);
  onScopeDispose(() => forms.delete(unsaved));
  return async () => {
    leaveField();
    return !unsaved() || ask();
  };
}

/** The browser's own question, for what no script can hold up: a tab closed, a page loaded anew. */
export function holdTab(): void {
  addEventListener("beforeunload", (event) => {
    if (somethingUnsaved()) event.preventDefault();
  });
}

/** As `useUnsaved`, for a form that differs from how it first stood. */
export function useTyped(form: () => unknown): { mayClose: () => Promise<boolean>; saved: () => void } {
  const state = (): string => JSON.stringify(form());
  let first = state();
  return { mayClose: useUnsaved(() => state() !== first), saved: () => (first = state()) };
}
