import { Extension } from "@tiptap/core";
import { Plugin } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";

const CHIP = /\[\[\s*([A-Za-z][A-Za-z0-9_]*)\s*\]\]/g;

/** What changes from student to student stands in a text as [[name]], drawn as a chip; unknown names in another. */
export const chips = (known: () => readonly string[]) =>
  Extension.create({
    name: "chips",
    addProseMirrorPlugins: () => [
      new Plugin({
        props: {
          decorations({ doc }) {
            const found: Decoration[] = [];
            doc.descendants((node, at) => {
              for (const match of node.text?.matchAll(CHIP) ?? []) {
                const from = at + match.index;
                const name = known().includes(match[1] ?? "") ? "chip" : "chip unknown";
                found.push(Decoration.inline(from, from + match[0].length, { class: name }));
              }
            });
            return DecorationSet.create(doc, found);
          },
        },
      }),
    ],
  });
