<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";

/** What somebody else wrote while this text was being written: both are seen before one goes over the other. */
const { who, html } = defineProps<{ who: string; html: string }>();
const emit = defineEmits<{ mine: []; theirs: [] }>();
const { t } = useI18n();
</script>

<template>
  <section role="alert" class="border border-b-0 border-late bg-sheet px-4 py-3">
    <h2 class="font-semibold">{{ t("item.changedMeanwhile", { who }) }}</h2>
    <RichText class="my-2 max-h-60 overflow-y-auto border-l-2 border-rule pl-3" :html="html" />
    <div class="flex flex-wrap gap-2">
      <UiButton @click="emit('mine')">{{ t("item.saveMine") }}</UiButton>
      <UiButton @click="emit('theirs')">{{ t("item.takeTheirs") }}</UiButton>
    </div>
    <p class="mt-2 text-[14px] text-soft">{{ t("item.bothStay") }}</p>
  </section>
</template>
