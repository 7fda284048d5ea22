<script setup lang="ts">
import { useI18n } from "vue-i18n";

/** Whether students see it, as a word on its row that is pressed to change that. */
const {
  title,
  open,
  drafts = 0,
} = defineProps<{
  title: string;
  open: boolean;
  /** How many drafts something that is open still holds. */
  drafts?: number;
}>();
const emit = defineEmits<{ press: [] }>();
const { t } = useI18n();
const word = (): string => {
  if (!open) return t("opening.draft");
  return drafts ? t("opening.withDrafts", { n: drafts }, drafts) : t("opening.open");
};
</script>

<template>
  <button
    type="button"
    class="word"
    :class="{ draft: !open || drafts }"
    :aria-label="t('opening.of', { title, word: word() })"
    @click="emit('press')"
  >
    {{ word() }}
  </button>
</template>

<style scoped>
.word {
  min-height: 24px;
  color: var(--ink-soft);
  font-size: 13px;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.draft {
  color: var(--deep);
  font-weight: 600;
}
</style>
