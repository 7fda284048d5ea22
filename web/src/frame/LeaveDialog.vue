<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { asked } from "./unsaved";

/** 'Leave without saving?' The browser's own dialog, so that it stands over whatever else is open. */
const { t } = useI18n();
const dialog = useTemplateRef<HTMLDialogElement>("dialog");

watch(asked, async (open) => {
  await nextTick();
  if (open && !dialog.value?.open) dialog.value?.showModal();
  else if (!open) dialog.value?.close();
});
const answer = (leave: boolean): void => asked.value?.(leave);
</script>

<template>
  <dialog ref="dialog" class="leave" aria-labelledby="leave-title" @cancel.prevent="answer(false)">
    <h2 id="leave-title" class="mb-2 text-[20px] font-bold">{{ t("leave.title") }}</h2>
    <p class="mb-4">{{ t("leave.text") }}</p>
    <div class="flex flex-wrap gap-2">
      <UiButton look="main" @click="answer(false)">{{ t("leave.stay") }}</UiButton>
      <UiButton @click="answer(true)">{{ t("leave.leave") }}</UiButton>
    </div>
  </dialog>
</template>

<style scoped>
.leave {
  margin: 20vh auto auto;
  width: min(440px, calc(100vw - 32px));
  padding: 20px 24px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
}
.leave::backdrop {
  background: #0a1110;
  opacity: 0.45;
}
</style>
