<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useClassWrites } from "../queries";

/** What becomes of a question that should not have been put so: it counts, it is taken out, or everyone has it. */
const { slug, id, question } = defineProps<{
  slug: string;
  id: number;
  question: Shapes["QuestionOfClass"];
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useClassWrites(
  () => slug,
  () => id,
);
const KINDS = ["", "out", "all"] as const;
const kind = ref<Shapes["RulingIn"]["kind"]>(question.ruling?.kind ?? "");
const why = ref(question.ruling?.why ?? "");
const problem = ref("");
const { mayClose } = useTyped(() => [kind.value, why.value]);

async function keep(): Promise<void> {
  problem.value = "";
  try {
    await writes.rule.mutateAsync({ question: question.question_id, kind: kind.value, why: why.value });
    emit("close");
  } catch (error) {
    problem.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    :open="true"
    :title="t('quiz.decide.title', { name: question.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form class="grid gap-3" @submit.prevent="keep">
      <fieldset>
        <legend class="sr-only">{{ t("quiz.class.decide") }}</legend>
        <label v-for="one in KINDS" :key="one" class="flex min-h-8 items-baseline gap-2">
          <input v-model="kind" type="radio" name="kind" :value="one" />
          <span>{{ t(`quiz.decide.${one || "counts"}`) }}</span>
        </label>
      </fieldset>
      <UiField v-slot="{ field }" :label="t('quiz.decide.why')">
        <input :id="field" v-model="why" class="field" maxlength="500" />
      </UiField>
      <p v-if="problem" role="alert" class="text-late">{{ problem }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="writes.rule.isPending.value">{{
          t("app.save")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
