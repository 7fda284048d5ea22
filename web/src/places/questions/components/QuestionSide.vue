<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useLatest } from "@/items/answering/latest";
import { proveQuestion } from "../queries";
import ProofPanel from "./ProofPanel.vue";
import TryPanel from "./TryPanel.vue";

/** Beside a question as it is written: its proof, and itself as a student sees it. */
const { slug, body } = defineProps<{ slug: string; body: Shapes["Question"] }>();
const emit = defineEmits<{
  mend: [body: Shapes["Question"]];
  numbers: [numbers: Record<string, string>];
  /** What can't be asked like this, and where; null when it can. */
  problems: [error: unknown];
}>();
const { t } = useI18n();
const PAUSE_MS = 700;
const TABS = ["proof", "student"] as const;
const tab = ref<(typeof TABS)[number]>("proof");
const { ask, found, error, busy } = useLatest(
  (wish: Shapes["Question"]) => proveQuestion(slug, wish),
  PAUSE_MS,
);
const empty = (): boolean => !body.text.replace(/<[^>]*>/g, "").trim();

watch(
  () => JSON.stringify(body),
  () => {
    if (!empty()) ask(body);
  },
  { immediate: true },
);
watch(error, (wrong) => emit("problems", wrong));
watch(found, (proof) => proof && emit("numbers", proof.examples[0]?.numbers ?? {}));
</script>

<template>
  <aside :aria-label="t('proof.tabs')">
    <nav class="tabs" :aria-label="t('proof.tabs')">
      <button
        v-for="one in TABS"
        :key="one"
        type="button"
        class="steady"
        :class="{ on: one === tab }"
        :data-words="t(`proof.${one}`)"
        :aria-pressed="one === tab"
        @click="tab = one"
      >
        {{ t(`proof.${one}`) }}
      </button>
    </nav>
    <ProofPanel
      v-if="tab === 'proof'"
      :proof="error ? null : found"
      :busy="busy"
      @mend="emit('mend', $event)"
    />
    <TryPanel v-else :slug="slug" :body="body" @numbers="emit('numbers', $event)" />
  </aside>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 18px;
  margin-bottom: 14px;
  border-bottom: 1px solid var(--rule);
}
.tabs button {
  min-height: 32px;
  color: var(--ink-soft);
}
.tabs .on {
  color: var(--ink);
  font-weight: 700;
  box-shadow: inset 0 -2px 0 var(--ink);
}
</style>
