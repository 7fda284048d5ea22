<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { say } from "@/ui/notice/notices";
import { useClassWrites, useRescoring } from "../queries";

/** Who moves by how much under the corrected key, before it is done. */
const { slug, id, question, name } = defineProps<{
  slug: string;
  id: number;
  question: number;
  name: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: effect, error } = useRescoring(
  () => slug,
  () => id,
  () => question,
);
const writes = useClassWrites(
  () => slug,
  () => id,
);

async function rescore(): Promise<void> {
  if (!effect.value) return;
  await writes.rescore.mutateAsync({ question, edition: effect.value.edition });
  say(t("rescore.done"));
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('rescore.title', { name })" @close="emit('close')">
    <p v-if="error" role="alert">{{ wrong(error) }}</p>
    <template v-else-if="effect">
      <p>
        {{ t("rescore.line", { n: effect.moves.length, all: effect.answered }, effect.moves.length) }}
        {{ effect.others ? t("rescore.others", { n: effect.others }, effect.others) : "" }}
      </p>
      <table v-if="effect.moves.length" class="mt-3 ruled-table w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("quiz.class.student") }}</th>
            <th scope="col" class="f">{{ t("rescore.question") }}</th>
            <th scope="col" class="f">{{ t("rescore.whole") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="move in effect.moves" :key="`${move.person}.${move.number}`">
            <th scope="row">
              {{ move.person }}
              <span v-if="move.number > 1" class="text-soft">{{
                t("handIn.attempt", { n: move.number })
              }}</span>
            </th>
            <td class="f figures">
              {{ t("rescore.move", { before: move.before, after: move.after }) }}
            </td>
            <td class="f figures">
              {{
                t("rescore.move", {
                  before: move.raw_before ?? t("quiz.class.toRead"),
                  after: move.raw_after ?? t("quiz.class.toRead"),
                })
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <div class="mt-4 flex gap-2">
        <UiButton
          look="main"
          :disabled="!effect.moves.length || writes.rescore.isPending.value"
          @click="rescore"
          >{{ t("rescore.go") }}</UiButton
        >
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </template>
    <template v-else>
      <p role="status" class="mb-3 text-soft">{{ t("app.loading") }}</p>
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </template>
  </UiDialog>
</template>
