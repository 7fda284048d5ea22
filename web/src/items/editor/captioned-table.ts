import { Table } from "@tiptap/extension-table";

type Spec = [string, ...unknown[]];

/** A table that keeps its caption: plain words, set by `updateAttributes("table", { caption })`. */
export const CaptionedTable = Table.extend({
  addAttributes() {
    return {
      ...this.parent?.(),
      caption: {
        default: "",
        rendered: false,
        parseHTML: (element: HTMLElement) => element.querySelector("caption")?.textContent?.trim() ?? "",
      },
    };
  },
  // What stands in a caption is no row: it is read as the attribute above.
  parseHTML: () => [{ tag: "table" }, { tag: "caption", ignore: true }],
  renderHTML(given) {
    const drawn = this.parent?.(given) as unknown as Spec;
    const caption = String(given.node.attrs.caption);
    if (!caption) return drawn as never;
    const [tag, attributes, ...rest] = drawn;
    return [tag, attributes, ["caption", {}, caption], ...rest] as never;
  },
});
