<script setup lang="ts">
import Image from "@tiptap/extension-image";
import { Mathematics } from "@tiptap/extension-mathematics";
import { TableKit } from "@tiptap/extension-table";
import StarterKit from "@tiptap/starter-kit";
import { EditorContent, useEditor } from "@tiptap/vue-3";
import "katex/dist/katex.min.css";
import { computed, defineAsyncComponent, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { takeFiles } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import UiToolbar from "@/ui/toolbar/UiToolbar.vue";
import { ASKS, type Asking } from "./asks";
import { CaptionedTable } from "./captioned-table";
import { chips } from "./chips";
import { Clip } from "./clip";
import { Embed } from "./embed";
import { Mention } from "./mention";

const RecordDialog = defineAsyncComponent(() => import("./RecordDialog.vue"));

/** The one editor for all that is written with more than plain words. */
const {
  html,
  label,
  slug,
  upload = null,
  modules = [],
  people = [],
  records = false,
  low = false,
  chipNames = null,
} = defineProps<{
  html: string;
  label: string;
  slug: string;
  /** Without it no pictures go in. */
  upload?: ((file: File) => Promise<Shapes["Uploaded"]>) | null;
  /** Items that a link can name. */
  modules?: Shapes["ChosenModule"][];
  /** Who can be mentioned. */
  people?: { id: number; name: string }[];
  /** Whether sound and pictures can be recorded into it. */
  records?: boolean;
  low?: boolean;
  /** Names that may stand in the text as [[name]]. */
  chipNames?: string[] | null;
}>();
const emit = defineEmits<{ change: [html: string] }>();
const { t } = useI18n();
const wrong = useWrong();
const asking = ref<Asking | null>(null);
const answer = ref("");
const picture = ref<File | null>(null);
const recording = ref(false);
const picker = useTemplateRef<HTMLInputElement>("picker");

const editor = useEditor({
  content: html,
  injectCSS: false,
  extensions: [
    StarterKit.configure({ link: { openOnClick: false } }),
    Image,
    Mathematics,
    TableKit.configure({ table: false }),
    CaptionedTable.configure({ resizable: false }),
    Embed,
    Clip,
    Mention,
    ...(chipNames ? [chips(() => chipNames)] : []),
  ],
  onUpdate: ({ editor: now }) => emit("change", now.getHTML()),
  editorProps: {
    attributes: {
      class: low ? "rich editing low" : "rich editing",
      role: "textbox",
      "aria-multiline": "true",
      "aria-label": label,
    },
    handlePaste: (_, event) => takePicture(event.clipboardData?.files),
    handleDrop: (_, event) => takePicture((event as DragEvent).dataTransfer?.files),
  },
});
const chain = () => editor.value?.chain().focus();

/** A pasted or dropped image asks what it shows before it goes in. */
function takePicture(files: Iterable<File> | undefined | null): boolean {
  const file = [...(files ?? [])].find((f) => f.type.startsWith("image/"));
  if (!file || !upload) return false;
  picture.value = file;
  ask("image");
  return true;
}

function ask(what: Asking): void {
  answer.value = what === "caption" ? String(editor.value?.getAttributes("table").caption ?? "") : "";
  asking.value = what;
}

async function answered(): Promise<void> {
  const what = asking.value;
  const text = answer.value.trim();
  asking.value = null;
  if (what === "caption") chain()?.updateAttributes("table", { caption: text }).run();
  if (!text) return;
  if (what === "block") chain()?.insertBlockMath({ latex: text }).run();
  if (what === "embed")
    chain()
      ?.insertContent({ type: "embed", attrs: { address: text } })
      .run();
  if (what === "item") linkItem(Number(text));
  if (what === "mention") mention(Number(text));
  if (what === "formula") chain()?.insertInlineMath({ latex: text }).run();
  if (what === "link") chain()?.setLink({ href: text }).run();
  if (what === "image" && picture.value) await addPicture(picture.value, text);
}

function mention(id: number): void {
  const found = people.find((p) => p.id === id);
  if (!found) return;
  const attrs = { person: String(id), name: `@${found.name}` };
  chain()
    ?.insertContent([
      { type: "mention", attrs },
      { type: "text", text: " " },
    ])
    .run();
}

/** A link that follows the item when it moves, and its copy when it is copied. */
function linkItem(id: number): void {
  const found = modules.flatMap((m) => m.items).find((i) => i.id === id);
  if (!found) return;
  const href = itemPath(slug, id);
  const link = { type: "text", text: found.title, marks: [{ type: "link", attrs: { href } }] };
  if (editor.value?.state.selection.empty) chain()?.insertContent(link).run();
  else chain()?.setLink({ href }).run();
}

async function kept(file: File): Promise<Shapes["Uploaded"] | null> {
  try {
    return upload ? await upload(file) : null;
  } catch (error) {
    sayWrong(wrong(error));
    return null;
  }
}

async function addPicture(file: File, alt: string): Promise<void> {
  const found = await kept(file);
  if (!found) return;
  const shrunk = found.shrunk_from;
  if (shrunk) say(t("item.shrunk", { width: shrunk[0] ?? 0, height: shrunk[1] ?? 0 }));
  // With a line after it: what is put in next stands below the picture, not in its place.
  const attrs = { src: found.file.address, alt };
  chain()
    ?.insertContent([{ type: "image", attrs }, { type: "paragraph" }])
    .run();
}

async function addClip(file: File): Promise<void> {
  recording.value = false;
  const found = await kept(file);
  const sort = file.type.startsWith("video") ? "video" : "audio";
  const attrs = { address: found?.file.address, sort, title: t(`editor.${sort}`) };
  if (found)
    chain()
      ?.insertContent([{ type: "clip", attrs }, { type: "paragraph" }])
      .run();
}

type Tools = readonly (readonly [string, () => unknown])[];
const TOOLS = computed<Tools>(() => [
  ["bold", () => chain()?.toggleBold().run()],
  ["italic", () => chain()?.toggleItalic().run()],
  ["heading", () => chain()?.toggleHeading({ level: 2 }).run()],
  ["list", () => chain()?.toggleBulletList().run()],
  ["numbered", () => chain()?.toggleOrderedList().run()],
  ["link", () => ask("link")],
  ...(modules.length ? ([["itemLink", () => ask("item")]] as const) : []),
  ["formula", () => ask("formula")],
  ["block", () => ask("block")],
  ...(upload ? ([["image", () => picker.value?.click()]] as const) : []),
  ...(records ? ([["record", () => (recording.value = true)]] as const) : []),
  ...(people.length ? ([["mention", () => ask("mention")]] as const) : []),
  ["table", () => chain()?.insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()],
  ["embed", () => ask("embed")],
]);
const TABLE_TOOLS: Tools = [
  ["addRow", () => chain()?.addRowAfter().run()],
  ["addColumn", () => chain()?.addColumnAfter().run()],
  ["caption", () => ask("caption")],
  ["deleteRow", () => chain()?.deleteRow().run()],
  ["deleteColumn", () => chain()?.deleteColumn().run()],
  ["deleteTable", () => chain()?.deleteTable().run()],
];
const OWN_WORDS = ["record", "mention"];
const named = (tools: Tools) =>
  tools.map(([key]) => ({ key, name: t(OWN_WORDS.includes(key) ? `editor.${key}` : `item.${key}`) }));
const run = (tools: Tools, key: string) => tools.find(([name]) => name === key)?.[1]();
const inTable = computed(() => editor.value?.isActive("table") ?? false);
const title = computed(() => {
  if (asking.value === "mention") return t("editor.mention");
  return t(asking.value === "item" ? "item.itemLink" : `item.${asking.value ?? "formula"}`);
});

defineExpose({
  html: (): string => editor.value?.getHTML() ?? "",
  show: (fresh: string) => editor.value?.commands.setContent(fresh, { emitUpdate: false }),
  focus: () => editor.value?.commands.focus("end"),
  insert: (text: string) => chain()?.insertContent(text).run(),
});
</script>

<template>
  <div>
    <UiToolbar :label="t('item.tools')" :tools="named(TOOLS)" @run="run(TOOLS, $event)">
      <input
        ref="picker"
        type="file"
        accept="image/*"
        class="hidden"
        :aria-label="t('item.image')"
        @change="takePicture(takeFiles($event))"
      />
    </UiToolbar>
    <UiToolbar
      v-if="inTable"
      :label="t('item.tableTools')"
      :tools="named(TABLE_TOOLS)"
      @run="run(TABLE_TOOLS, $event)"
    />
    <slot />
    <EditorContent :editor="editor" />
    <RecordDialog v-if="recording" @take="addClip" @close="recording = false" />
    <UiDialog :open="asking !== null" :title="title" @close="asking = null">
      <form @submit.prevent="answered">
        <UiField v-slot="{ field }" :label="t(ASKS[asking ?? 'formula'])">
          <select v-if="asking === 'item'" :id="field" v-model="answer" class="field mb-4" required>
            <optgroup v-for="module in modules" :key="module.step + module.title" :label="module.title">
              <option v-for="one in module.items" :key="one.id" :value="String(one.id)">
                {{ one.title }}
              </option>
            </optgroup>
          </select>
          <select v-else-if="asking === 'mention'" :id="field" v-model="answer" class="field mb-4" required>
            <option v-for="one in people" :key="one.id" :value="String(one.id)">{{ one.name }}</option>
          </select>
          <input v-else :id="field" v-model="answer" class="field mb-4" :required="asking !== 'caption'" />
        </UiField>
        <UiButton look="main" type="submit">{{ t("item.insert") }}</UiButton>
      </form>
    </UiDialog>
  </div>
</template>

<style scoped>
:deep(.editing) {
  min-height: 220px;
  max-width: none;
  padding: 12px 16px;
  border: 1px solid var(--ink-soft);
  border-radius: 0 0 4px 4px;
  background: var(--sheet);
  white-space: pre-wrap;
}
:deep(.chip) {
  padding: 1px 4px;
  border-radius: 3px;
  background: var(--wash);
  color: var(--deep);
  font: 0.92em var(--font-mono);
}
:deep(.chip.unknown) {
  color: var(--late);
  text-decoration: underline wavy;
}
:deep(.editing.low) {
  min-height: 110px;
}
:deep(.editing table p) {
  margin: 0;
}
:deep(.editing .selectedCell) {
  background: var(--now-wash);
}
</style>
