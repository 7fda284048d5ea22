<script setup lang="ts">
import { onBeforeUnmount, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import { useConditions } from "@/items/queries";
import { uploadItemImage } from "@/items/settings";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { say, sayWrong } from "@/ui/notice/notices";
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
const editor = useTemplateRef<InstanceType<typeof RichEditor>>("editor");

const { data: me } = useMe();
const what = `text.${slug}.${page.row.id}`;
const draft = keptTyped<string>(me.value?.id ?? 0, what);
const restored = ref(draft !== null && draft.value !== page.html);
const first = restored.value ? (draft?.value ?? page.html) : page.html;
/** The edition that what stands in the editor was begun from. */
const begun = ref(restored.value ? (draft?.edition ?? page.edition) : page.edition);
/** What somebody else wrote meanwhile. */
const theirs = ref<{ html: string; edition: number; who: string } | null>(null);
const { data: choices } = useConditions(
  () => slug,
  () => "item",
  () => page.row.id,
);

let keeping = 0;
function changed(html: string): void {
  window.clearTimeout(keeping);
  keeping = window.setTimeout(() => keepTyped(me.value?.id ?? 0, what, html, begun.value), 400);
}
onBeforeUnmount(() => window.clearTimeout(keeping));

function show(html: string, edition: number): void {
  window.clearTimeout(keeping);
  editor.value?.show(html);
  begun.value = edition;
  theirs.value = null;
  dropTyped(me.value?.id ?? 0, what);
}

function startOver(): void {
  show(page.html, page.edition);
  restored.value = false;
}

/** `over`: the edition over which it goes all the same; what stood there stays among the editions. */
async function keep(over = begun.value): Promise<void> {
  const html = editor.value?.html() ?? "";
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
</script>

<template>
  <div>
    <RichEditor
      ref="editor"
      :html="first"
      :label="t('item.editing', { title: page.row.title })"
      :slug="slug"
      :upload="(file) => uploadItemImage(slug, page.row.id, file)"
      :modules="choices?.modules ?? []"
      @change="changed"
    >
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
    </RichEditor>
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
  </div>
</template>
