<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/api/writes";
import { uploadItemFile } from "@/places/week/settings";
import UiButton from "@/ui/button/UiButton.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";

const TextEditor = defineAsyncComponent(() => import("./TextEditor.vue"));

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const queries = useQueryClient();
const editing = ref(false);
const host = computed(() => (page.address ? new URL(page.address).host : ""));

async function chooseFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  if (!file) return;
  try {
    const done = await uploadItemFile(slug, page.row.id, file, () => undefined);
    say(t("layout.made", { title: done.file.name }));
    await queries.invalidateQueries();
  } catch (error) {
    sayWrong(wrong(error));
  }
}
</script>

<template>
  <TextEditor v-if="editing" :page="page" :slug="slug" @close="editing = false" />
  <template v-else>
    <RichText v-if="page.html" :html="page.html" />
    <p
      v-else-if="page.row.kind === 'page' || page.row.kind === 'acknowledgement' || page.teaching"
      class="text-soft"
    >
      {{ t(page.can_lay_out ? "item.noTextTeacher" : "item.noText") }}
    </p>
    <p v-if="page.row.kind === 'link' && page.address" class="mt-4">
      <a :href="page.address" target="_blank" rel="noopener noreferrer" class="font-semibold underline">{{
        t("item.openLink")
      }}</a>
      <span class="ml-2 text-soft">{{ t("item.leaves", { host }) }}</span>
    </p>
    <p v-if="page.file" class="mt-4">
      <a :href="page.file.address" class="font-semibold underline" download>{{
        t("item.download", { name: page.file.name })
      }}</a>
      <span class="figures ml-2 text-soft">{{ t("receipt.bytes", { n: page.file.size }) }}</span>
    </p>
    <div v-if="page.can_lay_out" class="mt-4 flex flex-wrap items-center gap-3">
      <UiButton @click="editing = true">{{ t(page.html ? "item.editText" : "item.write") }}</UiButton>
      <label v-if="page.row.kind === 'file'" class="text-[14px]">
        {{ t("settings.chooseFile") }} <input type="file" class="ml-2" @change="chooseFile" />
      </label>
    </div>
  </template>
</template>
