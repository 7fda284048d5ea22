<script setup lang="ts">
import { ref, shallowRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import AskedQuestion from "@/items/answering/AskedQuestion.vue";
import type { Given } from "@/items/answering/FieldInput.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { practise } from "../queries";

/** The same question with other numbers: it never counts. */
const { slug, id, number, question, name } = defineProps<{
  slug: string;
  id: number;
  number: number;
  question: number;
  name: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const shown = shallowRef<Shapes["FreshOut"] | null>(null);
const answers = ref<Record<string, Given>>({});
const checked = ref(false);
const problem = ref("");
let nonce = "";

async function others(): Promise<void> {
  nonce = crypto.randomUUID();
  answers.value = {};
  await ask(false);
}

async function ask(check: boolean): Promise<void> {
  problem.value = "";
  try {
    shown.value = await practise(slug, id, number, { question, nonce, answers: answers.value });
    checked.value = check;
  } catch (error) {
    problem.value = wrong(error);
  }
}

function change(field: string, value: Given): void {
  answers.value = { ...answers.value, [field]: value };
  checked.value = false;
}
void others();
</script>

<template>
  <UiDialog :open="true" wide :title="t('quiz.freshTitle', { name })" @close="emit('close')">
    <p class="mb-3 text-[14px] text-soft">{{ t("quiz.freshLine") }}</p>
    <form v-if="shown" @submit.prevent="ask(true)">
      <AskedQuestion
        :shown="shown.shown"
        :answers="answers"
        :reads="checked ? shown.fields : {}"
        @change="change"
      />
      <p v-if="checked && shown.state !== 'form'" role="status" class="mt-3">
        <b>{{ t(`quiz.freshState.${shown.state}`) }}</b>
        <span v-for="word in shown.words" :key="word" class="block text-soft">{{ word }}</span>
      </p>
      <div class="mt-4 flex flex-wrap gap-2">
        <UiButton look="main" type="submit">{{ t("quiz.check") }}</UiButton>
        <UiButton @click="others">{{ t("quiz.freshOthers") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.close") }}</UiButton>
      </div>
    </form>
    <p v-if="problem" role="alert" class="mt-3 text-late">{{ problem }}</p>
  </UiDialog>
</template>
