<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import ForAll from "./ForAll.vue";
import { useSaying } from "../model/use-saying";
import { useSayingWrites } from "../queries";

/** A comment that its student reads at once, whether there is a score or not. */
const { work, slug, id } = defineProps<{ work: Shapes["Work"]; slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const attempt = computed(() => work.attempts.at(-1)!.attempt);
const { form, refused, mayClose, submit } = useSaying(
  { words: "", together: work.fellows.length > 0 },
  (wish) => writes.comment.mutateAsync({ attempt: attempt.value, ...wish }),
  { words: () => t("comments.sent", { name: work.name }), close: () => emit("close") },
);
</script>

<template>
  <UiDialog
    open
    :title="t('comments.title', { name: work.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <p class="text-[15px]">{{ t("comments.hint") }}</p>
    <form class="mt-3 grid gap-3" @submit.prevent="submit">
      <UiField v-slot="{ field }" :label="t('comments.words', { n: attempt })">
        <textarea :id="field" v-model="form.words" class="field" rows="5" maxlength="5000" required />
      </UiField>
      <ForAll v-model="form.together" :work="work" />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("comments.send") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
