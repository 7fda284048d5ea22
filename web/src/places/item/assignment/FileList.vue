<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { sizeWords } from "@/items/model/sizes";

/** `waiting`: files that no connection has taken yet. */
const { files, uploads, waiting } = defineProps<{
  files: Shapes["WorkFile"][];
  uploads: { key: string; name: string; share: number }[];
  waiting: { key: string; file: File }[];
}>();
const emit = defineEmits<{ remove: [id: number]; retry: []; drop: [key: string] }>();
const { t, locale } = useI18n();
</script>

<template>
  <ul v-if="files.length || uploads.length || waiting.length" class="mt-2 border-t border-rule">
    <li v-for="file in files" :key="file.id" class="flex items-center gap-3 border-b border-rule py-1.5">
      <a
        :href="file.address"
        class="min-w-0 flex-1 overflow-hidden text-ellipsis whitespace-nowrap"
        download
        >{{ file.name }}</a
      >
      <span class="figures text-soft">{{ sizeWords(file.size, locale) }}</span>
      <button
        type="button"
        class="min-h-7 min-w-7 text-soft"
        :aria-label="t('handIn.stop', { name: file.name })"
        @click="emit('remove', file.id)"
      >
        ×
      </button>
    </li>
    <li v-for="entry in uploads" :key="entry.key" class="border-b border-rule py-1.5 text-soft">
      <progress class="mr-2 align-middle" max="1" :value="entry.share" :aria-label="entry.name" />
      {{ t("handIn.uploading", { name: entry.name, share: Math.round(entry.share * 100) }) }}
    </li>
    <li v-for="entry in waiting" :key="entry.key" class="flex items-center gap-3 border-b border-rule py-1.5">
      <span class="min-w-0 flex-1 text-late">{{ t("handIn.waitsFor", { name: entry.file.name }) }}</span>
      <UiButton look="text" @click="emit('retry')">{{ t("handIn.tryAgain") }}</UiButton>
      <button
        type="button"
        class="min-h-7 min-w-7 text-soft"
        :aria-label="t('handIn.stop', { name: entry.file.name })"
        @click="emit('drop', entry.key)"
      >
        ×
      </button>
    </li>
  </ul>
</template>
