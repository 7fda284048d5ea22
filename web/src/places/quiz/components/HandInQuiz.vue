<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";

/** Before it is handed in: what is open, what can't be read, what is not on the server yet. */
const { taking, busy, problem, unsent, broken } = defineProps<{
  taking: Shapes["Taking"];
  busy: boolean;
  problem: string;
  /** Answers that no connection has taken yet. */
  unsent: number;
  /** The server has said that some can't be read; handing in all the same is asked for. */
  broken: boolean;
}>();
const emit = defineEmits<{ close: []; confirm: []; go: [position: number] }>();
const { t } = useI18n();
const open = computed(() => taking.questions.filter((q) => q.state === "empty"));
const forms = computed(() => taking.questions.filter((q) => q.state === "form"));
const answered = computed(() => taking.questions.length - open.value.length);
</script>

<template>
  <UiDialog :open="true" :title="t('quiz.confirm.title')" @close="busy || emit('close')">
    <p>{{ t("quiz.confirm.line", { n: answered, all: taking.questions.length, title: taking.title }) }}</p>
    <template v-if="open.length">
      <h3 class="mt-3 text-[13.5px] text-soft">{{ t("quiz.confirm.open") }}</h3>
      <ul>
        <li v-for="question in open" :key="question.id">
          <UiButton look="text" class="!px-0" @click="emit('go', question.position)"
            >{{ question.position + 1 }} {{ question.name }}</UiButton
          >
        </li>
      </ul>
    </template>
    <template v-if="forms.length">
      <h3 class="mt-3 text-[13.5px] text-late">{{ t("quiz.confirm.forms") }}</h3>
      <ul>
        <li v-for="question in forms" :key="question.id">
          <UiButton look="text" class="!px-0" @click="emit('go', question.position)"
            >{{ question.position + 1 }} {{ question.name }}</UiButton
          >
        </li>
      </ul>
    </template>
    <p v-if="unsent" class="mt-3 text-late">{{ t("quiz.confirm.unsent", { n: unsent }, unsent) }}</p>
    <p class="mt-3 text-soft">
      {{
        taking.of === null
          ? t("quiz.confirm.anyMore")
          : t("quiz.confirm.more", { n: taking.of - taking.number }, taking.of - taking.number)
      }}
    </p>
    <p v-if="problem && !busy" role="alert" class="mt-3 text-late">{{ problem }}</p>
    <div class="mt-4 flex flex-wrap gap-2">
      <UiButton look="main" :disabled="busy" @click="emit('confirm')">{{
        t(broken ? "quiz.confirm.anyway" : "quiz.confirm.now")
      }}</UiButton>
      <UiButton look="text" :disabled="busy" @click="emit('close')">{{ t("quiz.confirm.back") }}</UiButton>
    </div>
  </UiDialog>
</template>
