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
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { uploadItemImage } from "@/items/settings";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import { itemPath } from "@/frame/addresses";
import { useTimes } from "@/ui/moment/zones";
import { useConditions } from "@/items/queries";
import { CaptionedTable } from "../model/captioned-table";
import { Embed } from "../model/embed";
import { dropDraft, keepDraft, keptDraft } from "../model/text-draft";
import { useItemWrites } from "../queries";

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useItemWrites(
  () => slug,
  () => page.row.id,
);
type Asking = "formula" | "block" | "link" | "image" | "embed" | "item" | "caption";
const times = useTimes(() => "");
const askAgain = ref(false);
const asking = ref<Asking | null>(null);
const answer = ref("");
const picture = ref<File | null>(null);
const picker = useTemplateRef<HTMLInputElement>("picker");

const draft = keptDraft(slug, page.row.id);
const restored = ref(draft !== null && draft.html !== page.html);
const { data: choices } = useConditions(
  () => slug,
  () => "item",
  () => page.row.id,
);

const editor = useEditor({
  content: restored.value ? (draft?.html ?? page.html) : page.html,
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
    keeping = window.setTimeout(keepTyped, 400);
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
function keepTyped(): void {
  const html = editor.value?.getHTML() ?? "";
  keepDraft(slug, page.row.id, { html, edition: page.edition, at: Date.now() });
}
onBeforeUnmount(() => window.clearTimeout(keeping));

function startOver(): void {
  dropDraft(slug, page.row.id);
  editor.value?.commands.setContent(page.html);
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

async function keep(): Promise<void> {
  const html = editor.value?.getHTML() ?? "";
  const kept = await writes.write.mutateAsync({ html, ask_again: askAgain.value }).catch(() => null);
  if (!kept) return;
  window.clearTimeout(keeping);
  dropDraft(slug, page.row.id);
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
const inTable = computed(() => editor.value?.isActive("table") ?? false);
const ASKS: Record<Asking, string> = {
  formula: "item.formulaAsk",
  block: "item.formulaAsk",
  embed: "item.embedAsk",
  item: "item.itemAsk",
  link: "item.linkAsk",
  image: "item.imageAlt",
  caption: "item.captionAsk",
};
</script>

<template>
  <div>
    <div class="tools" role="toolbar" :aria-label="t('item.tools')">
      <button v-for="[name, run] in TOOLS" :key="name" type="button" class="tool" @click="run()">
        {{ t(`item.${name}`) }}
      </button>
      <input
        ref="picker"
        type="file"
        accept="image/*"
        class="hidden"
        :aria-label="t('item.image')"
        @change="takePicture(takeFiles($event))"
      />
    </div>
    <div v-if="inTable" class="tools" role="toolbar" :aria-label="t('item.tableTools')">
      <button v-for="[name, run] in TABLE_TOOLS" :key="name" type="button" class="tool" @click="run()">
        {{ t(`item.${name}`) }}
      </button>
    </div>
    <p v-if="restored" role="status" class="border border-b-0 border-rule bg-band px-4 py-1.5 text-[14px]">
      {{ t("item.draftBack", { at: times.moment(new Date(draft?.at ?? 0).toISOString()) }) }}
      <template v-if="draft && draft.edition < page.edition">{{ t("item.draftOld") }}</template>
      <UiButton look="text" @click="startOver">{{ t("item.draftDrop") }}</UiButton>
    </p>
    <EditorContent :editor="editor" />
    <UiCheck
      v-if="page.row.kind === 'acknowledgement'"
      v-model="askAgain"
      class="mt-3"
      :label="t('item.askAgain')"
    />
    <div class="mt-3 flex gap-2">
      <UiButton look="main" :disabled="writes.write.isPending.value" @click="keep">{{
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
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
  padding: 4px;
  border: 1px solid var(--rule);
  border-bottom: 0;
  border-radius: 4px 4px 0 0;
  background: var(--band);
}
.tool {
  min-height: 28px;
  padding: 2px 9px;
  border-radius: 3px;
  font-size: 14px;
}
.tool:hover {
  background: var(--wash);
}
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
