<script setup lang="ts">
import { useTemplateRef, watchEffect } from "vue";

/** LaTeX of what was read, typeset; `\missing` stands where something is missing. */
const { latex } = defineProps<{ latex: string }>();
const place = useTemplateRef<HTMLElement>("place");

watchEffect(async () => {
  const [wanted, at] = [latex, place.value];
  if (!at) return;
  const drawing = await Promise.all([import("katex"), import("katex/dist/katex.min.css")]).catch(() => null);
  if (wanted !== latex) return;
  if (!drawing) {
    at.textContent = wanted;
    return;
  }
  drawing[0].default.render(wanted, at, {
    throwOnError: false,
    strict: false,
    trust: ({ command }) => command === "\\htmlClass",
    macros: { "\\missing": "\\htmlClass{missing}{\\;?}" },
  });
});
</script>

<template><span ref="place" class="typeset" /></template>

<style scoped>
.typeset {
  font-size: 19px;
}
.typeset :deep(.missing) {
  color: var(--late);
}
</style>
