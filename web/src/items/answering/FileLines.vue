<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { sizeWords } from "@/items/model/sizes";
import UiButton from "@/ui/button/UiButton.vue";

/** Files that answer something, each with its size; taken out again where they may be. */
const {
  files,
  label,
  removable = false,
} = defineProps<{ files: Shapes["AnswerFile"][]; label: string; removable?: boolean }>();
const emit = defineEmits<{ remove: [id: number] }>();
const { t, locale } = useI18n();
</script>

<template>
  <ul v-if="files.length" class="border-t border-rule" :aria-label="label">
    <li v-for="file in files" :key="file.id" class="flex items-center gap-3 border-b border-rule py-1.5">
      <a :href="file.address" class="min-w-0 flex-1 overflow-hidden text-ellipsis" download>{{
        file.name
      }}</a>
      <span class="figures text-soft">{{ sizeWords(file.size, locale) }}</span>
      <UiButton
        v-if="removable"
        look="text"
        :aria-label="t('handIn.stop', { name: file.name })"
        @click="emit('remove', file.id)"
        >{{ t("quiz.removeFile") }}</UiButton
      >
    </li>
  </ul>
</template>
