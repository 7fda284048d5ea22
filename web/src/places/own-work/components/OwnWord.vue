<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useUnsaved } from "@/frame/unsaved";
import UiField from "@/ui/field/UiField.vue";
import { useCollection } from "../queries";

/** A word on a kept piece. What is typed and did not get to the server stays here, and is asked about before it goes. */
const { number, words, item } = defineProps<{ number: string; words: string; item: string }>();
const { t } = useI18n();
const writes = useCollection();
const text = ref(words);
let under: Promise<unknown> = Promise.resolve();
const differs = (): boolean => text.value.trim() !== words;
useUnsaved(differs, () => under);
watch(
  () => words,
  (now, before) => {
    if (text.value.trim() === before) text.value = now;
  },
);

function keep(): void {
  if (differs()) under = writes.keep.mutateAsync({ number, words: text.value }).catch(() => undefined); // the notice says what went wrong
}
</script>

<template>
  <UiField v-slot="{ field }" :label="t('ownWork.word', { item })" class="no-print mt-1">
    <textarea :id="field" v-model="text" class="field" rows="2" maxlength="5000" @change="keep" />
  </UiField>
  <p class="only-print max-w-[72ch] whitespace-pre-wrap">{{ text }}</p>
</template>

<style scoped>
.only-print {
  display: none;
}
@media print {
  .only-print {
    display: block;
  }
}
</style>
