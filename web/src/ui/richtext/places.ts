/** A place in a text, which something else than words comes to. */
export const PLACE = /\[\[\s*([A-Za-z][A-Za-z0-9_]*)\s*\]\]/g;

/** Put a span where the text has `[[name]]`, with what stands there; by name, the first of each. */
export function putPlaces(root: HTMLElement, marks: Record<string, string>): Record<string, HTMLElement> {
  const found: Record<string, HTMLElement> = {};
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  const texts: Text[] = [];
  while (walker.nextNode()) texts.push(walker.currentNode as Text);
  for (const text of texts) {
    const pieces = text.data.split(PLACE);
    if (pieces.length < 2) continue;
    // Every other piece is the name of a place; one that is no answer's stays as it is written.
    text.replaceWith(...pieces.map((piece, n) => (n % 2 ? place(piece, marks, found) : piece)));
  }
  return found;
}

function place(
  name: string,
  marks: Record<string, string>,
  found: Record<string, HTMLElement>,
): HTMLElement | string {
  const mark = marks[name];
  if (mark === undefined) return `[[${name}]]`;
  const span = document.createElement("span");
  span.className = "place";
  span.textContent = mark;
  if (name in found) return span;
  found[name] = span;
  return span;
}
