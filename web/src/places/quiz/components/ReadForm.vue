<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useClassWrites } from "../queries";

/** Points and a word of whoever reads an answer; without points it counts as the machine reckons it. */
const { question, slug, id } = defineProps<{
  question: Shapes["ReviewedQuestion"];
  slug: string;
  id: number;
}>();
const emit = defineEmits<{ kept: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useClassWrites(
  () => slug,
  () => id,
);
const points = ref(question.by_hand ?? "");
const comment = ref(question.comment);
const seen = ref(question.by_hand);
const problem = ref("");
const { saved } = useTyped(() => `${points.value}\n${comment.value}`);
watch(
  () => question.by_hand,
  (now) => {
    if (points.value === (seen.value ?? "")) [points.value, seen.value] = [now ?? "", now];
  },
);

async function keep(): Promise<void> {
  problem.value = "";
  const given = points.value.trim().replace(",", ".");
  try {
    const wish = { points: given || null, comment: comment.value, seen: seen.value };
    await writes.read.mutateAsync({ answer: question.id, ...wish });
    seen.value = given || null;
    saved();
    emit("kept");
  } catch (error) {
    problem.value = wrong(error);
    // What somebody else gave is seen now: the next press is over it.
    if (error instanceof Problem && error.code === "quiz.read_meanwhile")
      seen.value = (error.also.points as string | null) ?? null;
  }
}
</script>

<template>
  <form class="mt-3 flex flex-wrap items-end gap-3 border-t border-rule pt-3" @submit.prevent="keep">
    <UiField v-slot="{ field }" class="w-[110px]" :label="t('quiz.readPoints', { points: question.points })">
      <input :id="field" v-model="points" class="field figures" inputmode="decimal" maxlength="8" />
    </UiField>
    <UiField v-slot="{ field }" class="min-w-[220px] flex-1" :label="t('quiz.readComment')">
      <input :id="field" v-model="comment" class="field" maxlength="20000" />
    </UiField>
    <UiButton type="submit" :disabled="writes.read.isPending.value">{{ t("app.save") }}</UiButton>
    <p v-if="problem" role="alert" class="w-full text-late">{{ problem }}</p>
  </form>
</template>
