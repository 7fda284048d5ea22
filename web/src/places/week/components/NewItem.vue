<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { useLayoutWrites } from "../queries";
import { useSaid } from "../said";

const { slug, moduleId, partId, part } = defineProps<{
  slug: string;
  moduleId: number;
  partId: number | null;
  part: string;
}>();
const emit = defineEmits<{ made: [id: number] }>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const KINDS: Shapes["ItemIn"]["kind"][] = [
  "page",
  "video",
  "audio",
  "slides",
  "file",
  "link",
  "assignment",
  "acknowledgement",
  "offline",
  "heading",
];
const open = ref(false);
const kind = ref<Shapes["ItemIn"]["kind"]>("page");
const title = ref("");
const vFocus = { mounted: (el: HTMLElement) => el.focus() };

async function make(): Promise<void> {
  const wish = { module: moduleId, part_id: partId, kind: kind.value, title: title.value };
  const change = await writes.newItem.mutateAsync(wish);
  said(t("layout.made", { title: title.value }), change);
  title.value = "";
  open.value = false;
  emit("made", change.id);
}
</script>

<template>
  <form
    v-if="open"
    class="flex flex-wrap items-center gap-2 border-b border-rule-faint py-2 pr-3 pl-3 sm:pl-14"
    @submit.prevent="make"
    @keydown.esc="open = false"
  >
    <select v-model="kind" class="field !w-auto" :aria-label="t('layout.kind')">
      <option v-for="name in KINDS" :key="name" :value="name">{{ t(`kind.${name}`) }}</option>
    </select>
    <input
      v-model="title"
      v-focus
      class="field max-w-sm flex-1"
      :aria-label="t('layout.title')"
      :placeholder="t('layout.title')"
      required
    />
    <UiButton look="main" type="submit" :disabled="writes.newItem.isPending.value">{{
      t("layout.make")
    }}</UiButton>
    <UiButton look="text" @click="open = false">{{ t("app.cancel") }}</UiButton>
  </form>
  <div v-else class="border-b border-rule-faint pl-3 sm:pl-14">
    <button
      type="button"
      class="min-h-7 text-[13.5px] text-deep hover:underline"
      :aria-label="t('layout.addItemTo', { part })"
      @click="open = true"
    >
      + {{ t("layout.addItem") }}
    </button>
  </div>
</template>
