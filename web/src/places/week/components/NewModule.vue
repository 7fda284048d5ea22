<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";
import CopyDialog from "./CopyDialog.vue";
import TitleField from "./TitleField.vue";

const { slug, week, modules } = defineProps<{
  slug: string;
  week: number | null;
  modules: { id: number; title: string }[];
}>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const open = ref(false);
const copying = ref(false);

async function make(title: string): Promise<void> {
  said(t("layout.made", { title }), await writes.newModule.mutateAsync({ title, week }));
}
</script>

<template>
  <div class="mt-3">
    <TitleField
      v-if="open"
      class="max-w-md"
      value=""
      :label="t('layout.module')"
      :save="make"
      @stop="open = false"
    />
    <div v-else class="flex flex-wrap gap-2">
      <UiButton @click="open = true">{{ t("layout.addModule") }}</UiButton>
      <UiButton look="text" @click="copying = true">{{ t("copyIn.title") }}</UiButton>
    </div>
    <CopyDialog v-if="copying" :slug="slug" :week="week" :modules="modules" @close="copying = false" />
  </div>
</template>
