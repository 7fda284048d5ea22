export interface Part {
  text: string;
  found: boolean;
}

/** A snippet in parts: what stands between ‹ and › was found. */
export function snippetParts(snippet: string): Part[] {
  return snippet
    .split(/(‹[^›]*›)/)
    .filter(Boolean)
    .map((text) =>
      text.startsWith("‹") ? { text: text.slice(1, -1), found: true } : { text, found: false },
    );
}
