import { mergeAttributes, Node } from "@tiptap/core";

/** A page of another host inside a text; which hosts may is the server's to say. */
export const Embed = Node.create({
  name: "embed",
  group: "block",
  atom: true,
  addAttributes: () => ({
    address: {
      default: "",
      parseHTML: (element: HTMLElement) => element.dataset.embed ?? "",
      renderHTML: (found: { address: string }) => ({ "data-embed": found.address }),
    },
    title: { default: "" },
  }),
  parseHTML: () => [{ tag: "div[data-embed]" }],
  renderHTML: ({ HTMLAttributes, node }) => [
    "div",
    mergeAttributes(HTMLAttributes),
    String(node.attrs.title || node.attrs.address),
  ],
});
