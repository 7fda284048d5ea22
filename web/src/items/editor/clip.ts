import { mergeAttributes, Node } from "@tiptap/core";

/** A recording inside a text: sound, or a picture with it. */
export const Clip = Node.create({
  name: "clip",
  group: "block",
  atom: true,
  addAttributes: () => ({
    address: {
      default: "",
      parseHTML: (element: HTMLElement) => element.dataset.clip ?? "",
      renderHTML: (found: { address: string }) => ({ "data-clip": found.address }),
    },
    sort: {
      default: "audio",
      parseHTML: (element: HTMLElement) => element.dataset.type ?? "audio",
      renderHTML: (found: { sort: string }) => ({ "data-type": found.sort }),
    },
    title: { default: "" },
  }),
  parseHTML: () => [{ tag: "div[data-clip]" }],
  renderHTML: ({ HTMLAttributes, node }) => [
    "div",
    mergeAttributes(HTMLAttributes),
    String(node.attrs.title),
  ],
  addNodeView:
    () =>
    ({ node }) => {
      const dom = document.createElement(node.attrs.sort === "video" ? "video" : "audio");
      dom.src = String(node.attrs.address);
      dom.controls = true;
      dom.title = String(node.attrs.title);
      return { dom };
    },
});
