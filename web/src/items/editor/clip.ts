import { mergeAttributes, Node } from "@tiptap/core";
import { NodeSelection, Plugin, Selection } from "@tiptap/pm/state";
import type { EditorView } from "@tiptap/pm/view";

/** Who presses play has chosen the recording by that: what they type then goes below it, not in its place. */
function writeBelow(view: EditorView, text: string): boolean {
  const { selection, tr } = view.state;
  if (!(selection instanceof NodeSelection) || selection.node.type.name !== "clip") return false;
  const below = Selection.findFrom(selection.$to, 1, true);
  if (below) view.dispatch(tr.setSelection(below).insertText(text));
  return Boolean(below);
}

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
  addProseMirrorPlugins: () => [
    new Plugin({ props: { handleTextInput: (view, _from, _to, text) => writeBelow(view, text) } }),
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
