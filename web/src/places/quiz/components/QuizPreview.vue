<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { askedWords } from "@/items/answering/asks";
import { marksIn } from "@/items/answering/places";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import ShownAnswer from "./ShownAnswer.vue";
import { usePreview } from "../queries";

/** The quiz as one student would have it, with its keys; nobody's, and nothing of it is kept. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const wrong = useWrong();
const seed = ref(1);
const { data: preview, error } = usePreview(
  () => slug,
  () => id,
  () => String(seed.value),
  () => true,
);
</script>

<template>
  <aside :aria-label="t('quiz.preview.title')">
    <div class="flex flex-wrap items-baseline justify-between gap-2">
      <h2 class="text-[18px] font-bold">{{ t("quiz.preview.title") }}</h2>
      <UiButton look="text" @click="seed += 1">{{ t("quiz.preview.other") }}</UiButton>
    </div>
    <p v-if="error" class="text-soft">{{ wrong(error) }}</p>
    <ol v-else-if="preview" class="grid gap-3">
      <li v-for="(question, n) in preview.questions" :key="n" class="card px-4 py-3">
        <p class="text-[13px] text-soft">
          {{ n + 1 }} {{ question.name }} ·
          {{ t("quiz.points", { n: question.points }, Number(question.points)) }}
        </p>
        <RichText :html="question.shown.text" :marks="marksIn(question.shown.text, question.shown.fields)" />
        <template v-for="field in question.shown.fields" :key="field.name">
          <ul v-if="field.options.length" class="my-1 list-disc pl-5">
            <li v-for="option in field.options" :key="option.name"><RichText :html="option.text" /></li>
          </ul>
          <p class="text-[14px] text-soft">
            {{ marksIn(question.shown.text, question.shown.fields)[field.name] }}
            {{ askedWords(field, (key, named) => t(key, named ?? {})) }}
          </p>
          <div v-if="field.asks !== 'by_hand' && question.key[field.name] !== undefined" class="key">
            <span class="text-soft">{{ t("quiz.key") }}</span>
            <ShownAnswer :asked="field" :value="question.key[field.name]!" />
          </div>
        </template>
      </li>
    </ol>
  </aside>
</template>

<style scoped>
.key {
  display: flex;
  gap: 10px;
  font-size: 14px;
}
</style>
