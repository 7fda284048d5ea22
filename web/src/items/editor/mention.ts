import { mergeAttributes, Node } from "@tiptap/core";

/** A person of the course named in a text; they are told. */
export const Mention = Node.create({
  name: "mention",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes: () => ({
    person: {
      default: "",
      parseHTML: (element: HTMLElement) => element.dataset.mention ?? "",
      renderHTML: (found: { person: string }) => ({ "data-mention": found.person }),
    },
    name: { default: "", parseHTML: (element: HTMLElement) => element.textContent, renderHTML: () => ({}) },
  }),
  parseHTML: () => [{ tag: "span[data-mention]" }],
  renderHTML: ({ HTMLAttributes, node }) => [
    "span",
    mergeAttributes(HTMLAttributes),
    String(node.attrs.name),
  ],
});
