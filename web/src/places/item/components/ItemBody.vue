<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import ItemFiles from "./ItemFiles.vue";

const EditionList = defineAsyncComponent(() => import("./EditionList.vue"));
const ReportDialog = defineAsyncComponent(() => import("@/items/components/ReportDialog.vue"));
const MediaPlayer = defineAsyncComponent(() => import("./MediaPlayer.vue"));
const SlidesView = defineAsyncComponent(() => import("./SlidesView.vue"));
const TextEditor = defineAsyncComponent(() => import("./TextEditor.vue"));

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const editing = ref(false);
const comparing = ref(false);
const reporting = ref(false);
const host = computed(() => (page.address ? new URL(page.address).host : ""));
const kinds = useKinds();
const kind = computed(() => kinds.kindOf(page.row.kind));
const isMedia = computed(() => kind.value?.recording ?? false);
const plays = computed(() => isMedia.value && (page.file !== null || page.embeds));
const pdf = computed(() => (page.file?.content_type === "application/pdf" ? page.file : null));
</script>

<template>
  <TextEditor v-if="editing" :page="page" :slug="slug" @close="editing = false" />
  <template v-else>
    <p v-if="page.row.hint" class="hint">{{ page.row.hint }}</p>
    <p v-if="page.read_first.length" class="mb-3 text-[15px]">
      {{ t("item.readFirst") }}
      <template v-for="(one, n) in page.read_first" :key="one.id">
        <template v-if="n">, </template><RouterLink :to="itemPath(slug, one.id)">{{ one.title }}</RouterLink>
      </template>
    </p>
    <MediaPlayer v-if="plays" :page="page" :slug="slug" class="mb-4" />
    <SlidesView v-if="pdf" :address="pdf.address" :title="page.row.title" class="mb-4" />
    <RichText v-if="page.html" :html="page.html" />
    <p v-else-if="(kind?.written && !kind.puts_questions) || page.teaching" class="text-soft">
      {{ t(page.can_lay_out ? "item.noTextTeacher" : "item.noText") }}
    </p>
    <p v-if="page.address && !plays" class="mt-4">
      <a :href="page.address" target="_blank" rel="noopener noreferrer" class="font-semibold underline">{{
        t("item.openLink")
      }}</a>
      <span class="ml-2 text-soft">{{ t("item.leaves", { host }) }}</span>
    </p>
    <div v-if="page.can_lay_out" class="no-print mt-4 flex flex-wrap items-center gap-3">
      <UiButton @click="editing = true">{{ t(page.html ? "item.editText" : "item.write") }}</UiButton>
      <UiButton v-if="page.edition > 1" look="text" @click="comparing = !comparing">{{
        t("editions.title")
      }}</UiButton>
    </div>
    <p v-if="!page.teaching" class="no-print mt-5 text-[14px]">
      <button type="button" class="min-h-6 text-soft underline" @click="reporting = true">
        {{ t("library.report") }}
      </button>
    </p>
    <ReportDialog v-if="reporting" :slug="slug" :item-id="page.row.id" @close="reporting = false" />
    <EditionList v-if="comparing" :slug="slug" :id="page.row.id" :zone="page.zone" />
    <ItemFiles :page="page" :slug="slug" />
  </template>
</template>

<style scoped>
.hint {
  max-width: 72ch;
  margin-bottom: 12px;
  padding-left: 12px;
  border-left: 3px solid var(--rule);
  color: var(--ink-soft);
}
</style>
