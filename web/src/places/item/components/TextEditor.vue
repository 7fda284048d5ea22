<script setup lang="ts">
import Image from "@tiptap/extension-image";
import { Mathematics } from "@tiptap/extension-mathematics";
import StarterKit from "@tiptap/starter-kit";
import { EditorContent, useEditor } from "@tiptap/vue-3";
import "katex/dist/katex.min.css";
import { ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/api/writes";
import { uploadItemImage } from "@/places/week/settings";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import { useItemWrites } from "../queries";

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useItemWrites(
  () => slug,
  () => page.row.id,
);
type Asking = "formula" | "link" | "image";
const askAgain = ref(false);
const asking = ref<Asking | null>(null);
const answer = ref("");
const picture = ref<File | null>(null);
const picker = useTemplateRef<HTMLInputElement>("picker");

const editor = useEditor({
  content: page.html,
  injectCSS: false,
  extensions: [StarterKit, Image, Mathematics],
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

/** A pasted or dropped image asks what it shows before it goes in. */
function takePicture(files: FileList | undefined | null): boolean {
  const file = [...(files ?? [])].find((f) => f.type.startsWith("image/"));
  if (!file) return false;
  picture.value = file;
  ask("image");
  return true;
}

function ask(what: Asking): void {
  answer.value = "";
  asking.value = what;
}

async function answered(): Promise<void> {
  const what = asking.value;
  const text = answer.value.trim();
  asking.value = null;
  if (!editor.value || !text) return;
  if (what === "formula") editor.value.chain().focus().insertInlineMath({ latex: text }).run();
  if (what === "link") editor.value.chain().focus().setLink({ href: text }).run();
  if (what === "image" && picture.value) await addPicture(picture.value, text);
}

async function addPicture(file: File, alt: string): Promise<void> {
  try {
    const { file: kept } = await uploadItemImage(slug, page.row.id, file);
    editor.value?.chain().focus().setImage({ src: kept.address, alt }).run();
  } catch (error) {
    sayWrong(wrong(error));
  }
}

async function keep(): Promise<void> {
  const html = editor.value?.getHTML() ?? "";
  await writes.write.mutateAsync({ html, ask_again: askAgain.value });
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
  ["formula", () => ask("formula")],
  ["image", () => picker.value?.click()],
] as const;
const ASKS: Record<Asking, string> = {
  formula: "item.formulaAsk",
  link: "item.linkAsk",
  image: "item.imageAlt",
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
        @change="takePicture(($event.target as HTMLInputElement).files)"
      />
    </div>
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
    <UiDialog :open="asking !== null" :title="t(`item.${asking ?? 'formula'}`)" @close="asking = null">
      <form @submit.prevent="answered">
        <UiField v-slot="{ field }" :label="t(ASKS[asking ?? 'formula'])">
          <input :id="field" v-model="answer" class="field mb-4" required />
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
</style>
