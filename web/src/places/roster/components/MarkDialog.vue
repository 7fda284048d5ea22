<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useRosterWrites } from "../queries";

export interface Marking {
  person: number;
  name: string;
  item: number;
  title: string;
  done: boolean;
  byTeacher: boolean;
  byHand: boolean;
}
/** Count an item as done for one student, take that back, or let them in; with the reason. */
const { slug, marking } = defineProps<{ slug: string; marking: Marking }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useRosterWrites(() => slug);
const reason = ref("");
const { mayClose } = useTyped(() => reason.value);

async function mark(kind: "done" | "let_in", on: boolean): Promise<void> {
  const { item, person } = marking;
  const kept = await writes.mark
    .mutateAsync({ item, person, kind, on, reason: reason.value })
    .catch(() => null);
  if (kept) emit("close");
}
</script>

<template>
  <UiDialog
    :open="true"
    :title="`${marking.name}: ${marking.title}`"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form @submit.prevent="mark('done', !marking.byTeacher)">
      <p v-if="marking.done && !marking.byTeacher" class="mb-3">{{ t("roster.doneByRule") }}</p>
      <UiField v-slot="{ field }" :label="t('roster.reason')">
        <input :id="field" v-model="reason" class="field mb-4" maxlength="300" required />
      </UiField>
      <div class="flex flex-wrap gap-2">
        <UiButton look="main" type="submit">{{
          t(marking.byTeacher ? "roster.takeBack" : "roster.countDone")
        }}</UiButton>
        <UiButton v-if="marking.byHand" :disabled="!reason.trim()" @click="mark('let_in', true)">{{
          t("roster.letIn")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
