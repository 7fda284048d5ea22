<script setup lang="ts">
import { nextTick, useId, useTemplateRef, watch } from "vue";

/** A question over whatever else is open: the browser's own dialog, which lies above all others. It stands beside the
 * application, which other dialogs make inert. */
const { open, title } = defineProps<{ open: boolean; title: string }>();
const emit = defineEmits<{ cancel: [] }>();
const dialog = useTemplateRef<HTMLDialogElement>("dialog");
const heading = useId();

watch(
  () => open,
  async (now) => {
    await nextTick();
    if (now && !dialog.value?.open) dialog.value?.showModal();
    else if (!now) dialog.value?.close();
  },
);
</script>

<template>
  <Teleport to="body">
    <dialog ref="dialog" class="ask" :aria-labelledby="heading" @cancel.prevent="emit('cancel')">
      <h2 :id="heading" class="mb-2 text-[20px] font-bold">{{ title }}</h2>
      <slot />
    </dialog>
  </Teleport>
</template>

<style scoped>
.ask {
  margin: 20vh auto auto;
  width: min(440px, calc(100vw - 32px));
  padding: 20px 24px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
}
.ask::backdrop {
  background: #0a1110;
  opacity: 0.45;
}
</style>
