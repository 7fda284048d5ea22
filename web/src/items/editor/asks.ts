/** What the editor asks before it puts something in, and with which words. */
export type Asking = "formula" | "block" | "link" | "image" | "embed" | "item" | "caption" | "mention";

export const ASKS: Record<Asking, string> = {
  formula: "item.formulaAsk",
  block: "item.formulaAsk",
  embed: "item.embedAsk",
  item: "item.itemAsk",
  link: "item.linkAsk",
  image: "item.imageAlt",
  caption: "item.captionAsk",
  mention: "editor.mentionAsk",
};
