<script setup lang="ts">
import { takeFiles } from "@/ui/field/events";
import Image from "@tiptap/extension-image";
import { Mathematics } from "@tiptap/extension-mathematics";
import StarterKit from "@tiptap/starter-kit";
import { TableKit } from "@tiptap/extension-table";
import { EditorContent, useEditor } from "@tiptap/vue-3";
import "katex/dist/katex.min.css";
import { computed, onBeforeUnmount, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useWrong } from "@/frame/writes";
import { uploadItemImage } from "@/items/settings";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import UiToolbar from "@/ui/toolbar/UiToolbar.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import { itemPath } from "@/frame/addresses";
import { useTimes } from "@/ui/moment/zones";
import { useConditions } from "@/items/queries";
import { ASKS, type Asking } from "../model/asks";
import { CaptionedTable } from "../model/captioned-table";
import { Embed } from "../model/embed";
import { useItemWrites } from "../queries";
import TheirText from "./TheirText.vue";

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useItemWrites(
  () => slug,
  () => page.row.id,
);
const times = useTimes(() => page.zone);
const askAgain = ref(false);
const asking = ref<Asking | null>(null);
const answer = ref("");
const picture = ref<File | null>(null);
const picker = useTemplateRef<HTMLInputElement>("picker");

const { data: me } = useMe();
const what = `text.${slug}.${page.row.id}`;
const draft = keptTyped<string>(me.value?.id ?? 0, what);
const restored = ref(draft !== null && draft.value !== page.html);
/** The edition that what stands in the editor was begun from. */
const begun = ref(restored.value ? (draft?.edition ?? page.edition) : page.edition);
/** What somebody else wrote meanwhile. */
const theirs = ref<{ html: string; edition: number; who: string } | null>(null);
const { data: choices } = useConditions(
  () => slug,
  () => "item",
  () => page.row.id,
);

const editor = useEditor({
  content: restored.value ? (draft?.value ?? page.html) : page.html,
  injectCSS: false,
  extensions: [
    StarterKit.configure({ link: { openOnClick: false } }),
    Image,
    Mathematics,
    TableKit.configure({ table: false }),
    CaptionedTable.configure({ resizable: false }),
    Embed,
  ],
  onUpdate: () => {
    window.clearTimeout(keeping);
    keeping = window.setTimeout(keepHere, 400);
  },
  editorProps: {
    attributes: {
      class: "rich editing",
      role: "textbox",
      "aria-multiline": "true",
      "aria-label": t("item.editing", { title: page.row.title }),
    },
    handlePaste: (_, event) => takePicture(event.clipboardData?.files),
    handleDrop: (_, event) => takePicture((event as DragEvent).dataTransfer?.files),
  },
});

let keeping = 0;
function keepHere(): void {
  const html = editor.value?.getHTML() ?? "";
  keepTyped(me.value?.id ?? 0, what, html, begun.value);
}
onBeforeUnmount(() => window.clearTimeout(keeping));

function show(html: string, edition: number): void {
  window.clearTimeout(keeping);
  editor.value?.commands.setContent(html, { emitUpdate: false });
  begun.value = edition;
  theirs.value = null;
  dropTyped(me.value?.id ?? 0, what);
}

function startOver(): void {
  show(page.html, page.edition);
  restored.value = false;
}

/** A pasted or dropped image asks what it shows before it goes in. */
function takePicture(files: Iterable<File> | undefined | null): boolean {
  const file = [...(files ?? [])].find((f) => f.type.startsWith("image/"));
  if (!file) return false;
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
  if (what === "caption") editor.value?.chain().focus().updateAttributes("table", { caption: text }).run();
  if (!editor.value || !text) return;
  if (what === "block") editor.value.chain().focus().insertBlockMath({ latex: text }).run();
  if (what === "embed")
    editor.value
      .chain()
      .focus()
      .insertContent({ type: "embed", attrs: { address: text } })
      .run();
  if (what === "item") linkItem(Number(text));
  if (what === "formula") editor.value.chain().focus().insertInlineMath({ latex: text }).run();
  if (what === "link") editor.value.chain().focus().setLink({ href: text }).run();
  if (what === "image" && picture.value) await addPicture(picture.value, text);
}

/** A link that follows the item when it moves, and its copy when it is copied. */
function linkItem(id: number): void {
  const found = choices.value?.modules.flatMap((m) => m.items).find((i) => i.id === id);
  if (!found) return;
  const href = itemPath(slug, id);
  if (editor.value?.state.selection.empty)
    editor.value
      .chain()
      .focus()
      .insertContent({ type: "text", text: found.title, marks: [{ type: "link", attrs: { href } }] })
      .run();
  else editor.value?.chain().focus().setLink({ href }).run();
}

async function addPicture(file: File, alt: string): Promise<void> {
  try {
    const { file: kept, shrunk_from: shrunk } = await uploadItemImage(slug, page.row.id, file);
    if (shrunk) say(t("item.shrunk", { width: shrunk[0] ?? 0, height: shrunk[1] ?? 0 }));
    // With a line after it: what is put in next stands below the picture, not in its place.
    const attrs = { src: kept.address, alt };
    editor.value
      ?.chain()
      .focus()
      .insertContent([{ type: "image", attrs }, { type: "paragraph" }])
      .run();
  } catch (error) {
    sayWrong(wrong(error));
  }
}

/** `over`: the edition over which it goes all the same; what stood there stays among the editions. */
async function keep(over = begun.value): Promise<void> {
  const html = editor.value?.getHTML() ?? "";
  try {
    await writes.write.mutateAsync({ html, ask_again: askAgain.value, edition: over });
  } catch (error) {
    if (error instanceof Problem && error.code === "text.changed_meanwhile")
      theirs.value = error.also as unknown as NonNullable<typeof theirs.value>;
    else sayWrong(wrong(error));
    return;
  }
  window.clearTimeout(keeping);
  dropTyped(me.value?.id ?? 0, what);
  say(t("app.saved", { at: "" }).trim());
  emit("close");
}

const TOOLS = [
  ["bold", () => editor.value?.chain().focus().toggleBold().run()],
  ["italic", () => editor.value?.chain().focus().toggleItalic().run()],
  ["heading", () => editor.value?.chain().focus().toggleHeading({ level: 2 }).run()],
  ["list", () => editor.value?.chain().focus().toggleBulletList().run()],
  ["numbered", () => editor.value?.chain().focus().toggleOrderedList().run()],
  ["link", () => ask("link")],
  ["itemLink", () => ask("item")],
  ["formula", () => ask("formula")],
  ["block", () => ask("block")],
  ["image", () => picker.value?.click()],
  ["table", () => editor.value?.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()],
  ["embed", () => ask("embed")],
] as const;
const TABLE_TOOLS = [
  ["addRow", () => editor.value?.chain().focus().addRowAfter().run()],
  ["addColumn", () => editor.value?.chain().focus().addColumnAfter().run()],
  ["caption", () => ask("caption")],
  ["deleteRow", () => editor.value?.chain().focus().deleteRow().run()],
  ["deleteColumn", () => editor.value?.chain().focus().deleteColumn().run()],
  ["deleteTable", () => editor.value?.chain().focus().deleteTable().run()],
] as const;
type Tools = readonly (readonly [string, () => unknown])[];
const named = (tools: Tools) => tools.map(([key]) => ({ key, name: t(`item.${key}`) }));
const run = (tools: Tools, key: string) => tools.find(([name]) => name === key)?.[1]();
const inTable = computed(() => editor.value?.isActive("table") ?? false);
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
    <p v-if="restored" role="status" class="border border-b-0 border-rule bg-band px-4 py-1.5 text-[14px]">
      {{ t("item.draftBack", { at: times.moment(new Date(draft?.at ?? 0).toISOString()) }) }}
      <template v-if="draft && draft.edition < page.edition">{{ t("item.draftOld") }}</template>
      <UiButton look="text" @click="startOver">{{ t("item.draftDrop") }}</UiButton>
    </p>
    <TheirText
      v-if="theirs"
      :who="theirs.who"
      :html="theirs.html"
      @mine="keep(theirs.edition)"
      @theirs="show(theirs.html, theirs.edition)"
    />
    <EditorContent :editor="editor" />
    <UiCheck
      v-if="page.row.kind === 'acknowledgement'"
      v-model="askAgain"
      class="mt-3"
      :label="t('item.askAgain')"
    />
    <div class="mt-3 flex gap-2">
      <UiButton look="main" :disabled="writes.write.isPending.value" @click="keep()">{{
        t("app.save")
      }}</UiButton>
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </div>
    <UiDialog
      :open="asking !== null"
      :title="t(asking === 'item' ? 'item.itemLink' : `item.${asking ?? 'formula'}`)"
      @close="asking = null"
    >
      <form @submit.prevent="answered">
        <UiField v-slot="{ field }" :label="t(ASKS[asking ?? 'formula'])">
          <select v-if="asking === 'item'" :id="field" v-model="answer" class="field mb-4" required>
            <optgroup
              v-for="module in choices?.modules ?? []"
              :key="module.step + module.title"
              :label="module.title"
            >
              <option v-for="one in module.items" :key="one.id" :value="String(one.id)">
                {{ one.title }}
              </option>
            </optgroup>
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
:deep(.editing table p) {
  margin: 0;
}
:deep(.editing .selectedCell) {
  background: var(--now-wash);
}
</style>
