/** A text as it is being written, kept in this browser until it is saved. */
const key = (slug: string, id: number): string => `unvo.text.${slug}.${id}`;

export interface TextDraft {
  html: string;
  /** The edition that it was begun from. */
  edition: number;
  at: number;
}

export function keepDraft(slug: string, id: number, draft: TextDraft): void {
  try {
    localStorage.setItem(key(slug, id), JSON.stringify(draft));
  } catch {
    // No room in this browser: the text still stands in the editor.
  }
}

export function keptDraft(slug: string, id: number): TextDraft | null {
  const found = localStorage.getItem(key(slug, id));
  return found ? (JSON.parse(found) as TextDraft) : null;
}

export const dropDraft = (slug: string, id: number): void => localStorage.removeItem(key(slug, id));
