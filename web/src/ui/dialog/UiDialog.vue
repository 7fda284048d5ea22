<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from "@headlessui/vue";

const {
  open,
  title,
  wide = false,
  mayClose = () => Promise.resolve(true),
} = defineProps<{
  open: boolean;
  title: string;
  wide?: boolean;
  /** Asked before Escape, or a press beside the dialog, closes it. */
  mayClose?: () => Promise<boolean>;
}>();
const emit = defineEmits<{ close: [] }>();

async function close(): Promise<void> {
  if (await mayClose()) emit("close");
}
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="close">
    <div class="veil" aria-hidden="true" />
    <div class="fixed inset-0 z-50 overflow-y-auto p-3 sm:p-8">
      <DialogPanel class="panel" :class="{ wide }">
        <DialogTitle as="h2" class="mb-3 text-[20px] font-bold">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  background: #0a1110;
  opacity: 0.45;
}
.panel {
  margin: 0 auto;
  max-width: 520px;
  padding: 20px 24px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
}
.wide {
  max-width: 760px;
}
</style>
