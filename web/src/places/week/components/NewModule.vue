<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { useLayoutWrites } from "../queries";
import { useSaid } from "../said";
import TitleField from "./TitleField.vue";

const { slug, week } = defineProps<{ slug: string; week: number | null }>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const open = ref(false);

async function make(title: string): Promise<void> {
  open.value = false;
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
      @keep="make"
      @stop="open = false"
    />
    <UiButton v-else @click="open = true">{{ t("layout.addModule") }}</UiButton>
  </div>
</template>
