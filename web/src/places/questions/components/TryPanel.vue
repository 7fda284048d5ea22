<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import AskedQuestion from "@/items/answering/AskedQuestion.vue";
import type { Given } from "@/items/answering/FieldInput.vue";
import { useLatest } from "@/items/answering/latest";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import { tryQuestion } from "../queries";

/** The question as a student sees it, with the form errors alive; nothing of it is kept. */
const { slug, body } = defineProps<{ slug: string; body: Shapes["Question"] }>();
const emit = defineEmits<{ numbers: [numbers: Record<string, string>] }>();
const { t, n } = useI18n();
const wrong = useWrong();
const PAUSE_MS = 120;
const seed = ref(1);
const answers = ref<Record<string, Given>>({});
const checked = ref(false);
const { ask, found, error } = useLatest((wish: Shapes["TryIn"]) => tryQuestion(slug, wish), PAUSE_MS);
const again = (atOnce: boolean): void => ask({ body, seed: String(seed.value), answers: given() }, atOnce);
/** What is not answered is not sent. */
const given = (): Record<string, Given> =>
  Object.fromEntries(
    Object.entries(answers.value).filter(([, value]) => (typeof value === "string" ? value.trim() : true)),
  );

watch(
  () => JSON.stringify(body),
  () => again(false),
  { immediate: true },
);
watch(found, (shown) => shown && emit("numbers", shown.numbers));

function answer(name: string, value: Given): void {
  answers.value = { ...answers.value, [name]: value };
  checked.value = false;
  again(false);
}

function others(): void {
  seed.value += 1;
  answers.value = {};
  checked.value = false;
  again(true);
}
const reads = computed(() =>
  Object.fromEntries(Object.entries(found.value?.fields ?? {}).map(([name, one]) => [name, one.read])),
);
const shareWords = (share: string | null): string => {
  if (share === null) return t("answer.byPerson");
  if (Number(share) === 1) return t("answer.right");
  return Number(share) === 0
    ? t("answer.wrong")
    : t("answer.part", { share: n(Number(share), { style: "percent" }) });
};
const judged = computed(() => Object.entries(found.value?.fields ?? {}).filter(([, one]) => !one.read.error));
</script>

<template>
  <section :aria-label="t('proof.student')">
    <p v-if="error && !found" class="text-soft">{{ wrong(error) }}</p>
    <template v-if="found">
      <AskedQuestion :shown="found.question" :answers="answers" :reads="reads" @change="answer" />
      <div class="mt-3 flex flex-wrap gap-2">
        <UiButton @click="checked = true">{{ t("proof.check") }}</UiButton>
        <UiButton look="text" @click="others">{{ t("proof.others") }}</UiButton>
      </div>
      <div v-if="checked" role="status" class="mt-3">
        <p v-for="[name, one] in judged" :key="name">
          <b>{{ shareWords(one.share === null ? null : String(one.share)) }}</b>
          <span v-for="word in one.words" :key="word" class="block text-soft">{{ word }}</span>
        </p>
        <p v-for="(key, name) in found.key" :key="name" class="text-[14px] text-soft">
          {{ t("proof.key") }} <b class="figures text-ink">{{ key }}</b>
        </p>
        <template v-if="found.solution">
          <h3 class="mt-2 text-[13px] text-soft">{{ t("proof.solution") }}</h3>
          <RichText :html="found.solution" />
        </template>
      </div>
    </template>
  </section>
</template>
