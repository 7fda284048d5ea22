<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { anOption, type Asked } from "../model/blank";

type Matching = Extract<Asked, { kind: "matching" }>;
/** What goes with what: a row a pair. */
const { asked } = defineProps<{ asked: Matching }>();
const emit = defineEmits<{ change: [asked: Matching] }>();
const { t } = useI18n();

const plain = (html: string): string => html.replace(/<\/?p>/g, "");
const partner = (name: string) =>
  asked.right.find((o) => o.name === asked.pairs.find(([a]) => a === name)?.[1]);

function set(side: "left" | "right", name: string, text: string): void {
  emit("change", { ...asked, [side]: asked[side].map((o) => (o.name === name ? { ...o, text } : o)) });
}

function add(): void {
  const left = anOption([...asked.left, ...asked.right]);
  const right = anOption([...asked.left, ...asked.right, left]);
  emit("change", {
    ...asked,
    left: [...asked.left, left],
    right: [...asked.right, right],
    pairs: [...asked.pairs, [left.name, right.name]],
  });
}

function takeOut(name: string): void {
  const gone = partner(name)?.name;
  emit("change", {
    ...asked,
    left: asked.left.filter((o) => o.name !== name),
    right: asked.right.filter((o) => o.name !== gone),
    pairs: asked.pairs.filter(([a]) => a !== name),
  });
}
</script>

<template>
  <div>
    <div v-for="one in asked.left" :key="one.name" class="row">
      <input
        class="field"
        v-kept="plain(one.text)"
        :aria-label="`${t('question.left')} ${one.name}`"
        @change="set('left', one.name, valueOf($event).trim())"
      />
      <span class="text-soft">{{ t("question.right").toLowerCase() }}</span>
      <input
        class="field"
        v-kept="plain(partner(one.name)?.text ?? '')"
        :aria-label="`${t('question.right')} ${one.name}`"
        @change="set('right', partner(one.name)?.name ?? '', valueOf($event).trim())"
      />
      <button
        type="button"
        class="out"
        :aria-label="t('question.takeOut', { name: plain(one.text) || one.name })"
        @click="takeOut(one.name)"
      >
        ×
      </button>
    </div>
    <UiButton look="text" @click="add">{{ t("question.addPair") }}</UiButton>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto minmax(0, 1fr) 30px;
  gap: 4px 8px;
  align-items: center;
  margin-bottom: 4px;
  font-size: 13px;
}
.field {
  min-height: 32px;
  padding: 3px 7px;
}
.out {
  min-width: 28px;
  min-height: 28px;
  color: var(--ink-soft);
}
</style>
