<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { useStale, useWrong } from "@/frame/writes";
import { touched } from "@/api/reads";
import FileSending from "@/items/answering/FileSending.vue";
import FileLines from "@/items/answering/FileLines.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import type { OwnAction } from "../own";
import { uploadPhoto, useSheetOfMine } from "./queries";

/** A quiz on paper as its student has it: their own sheet, photographs of what they worked, its key on its day. */
const { quiz, page, slug } = defineProps<{
  quiz: Shapes["MyQuiz"];
  page: Shapes["ItemPage"];
  slug: string;
}>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const stale = useStale();
const id = () => page.row.id;
const writes = useSheetOfMine(() => slug, id);
const problem = ref("");
const confirming = ref(false);
const sheet = computed(() => quiz.sheet);
const file = (what: string): string => `/api/courses/${slug}/items/${id()}/quiz/sheet.pdf?what=${what}`;
const photos = computed(() => sheet.value?.photos ?? []);
/** Once its key lies open nothing is handed in any more. */
const open = computed(() => sheet.value !== null && !sheet.value.taken_in && !sheet.value.key && quiz.open);

async function take(): Promise<void> {
  problem.value = "";
  await writes.take.mutateAsync().catch((error: unknown) => (problem.value = wrong(error)));
}

async function send(one: File, told: (share: number) => void): Promise<void> {
  await uploadPhoto(slug, id(), one, told);
  await stale(touched.doing(slug));
}

async function handIn(): Promise<void> {
  problem.value = "";
  try {
    const receipt = await writes.handIn.mutateAsync();
    await router.push({ name: "receipt", params: { number: receipt.number }, query: { fresh: "1" } });
  } catch (error) {
    problem.value = wrong(error);
    confirming.value = false;
  }
}

const action = computed((): OwnAction | null => {
  if (!open.value) return quiz.can_begin && !writes.take.isPending.value ? taking() : null;
  if (!photos.value.length) return null;
  const n = photos.value.length;
  return { label: t("onPaper.handIn", { n }, n), run: () => Promise.resolve((confirming.value = true)) };
});
const taking = (): OwnAction => ({ label: t("onPaper.take"), run: take });
defineExpose({ action });
</script>

<template>
  <section v-if="sheet" class="card mb-4 px-4 py-3" :aria-label="t('onPaper.yours', { code: sheet.code })">
    <h2 class="text-[18px] font-bold">{{ t("onPaper.yours", { code: sheet.code }) }}</h2>
    <p class="mt-1 flex flex-wrap gap-x-5">
      <a class="font-semibold underline" :href="file('sheets')" download>{{ t("onPaper.print") }}</a>
      <a v-if="sheet.key" class="font-semibold underline" :href="file('key')" download>{{
        t("onPaper.key")
      }}</a>
    </p>
    <template v-if="open || photos.length">
      <p v-if="open" class="mt-3">{{ t("onPaper.write", { code: sheet.code }) }}</p>
      <FileLines
        class="mt-2"
        :files="photos"
        :label="t('quiz.photos')"
        :removable="open"
        @remove="(file) => writes.removePhoto.mutate(file)"
      />
      <FileSending
        v-if="open"
        :send="send"
        :label="t('onPaper.add')"
        :hint="photos.length ? '' : t('onPaper.none')"
        accept="image/*,application/pdf"
        multiple
      />
    </template>
  </section>
  <p v-if="problem" role="alert" class="mb-4 text-late">{{ problem }}</p>
  <UiDialog :open="confirming" :title="t('onPaper.confirm')" @close="confirming = false">
    <p>
      {{
        t(
          "onPaper.confirmLine",
          { title: page.row.title, code: sheet?.code ?? "", n: photos.length },
          photos.length,
        )
      }}
    </p>
    <div class="mt-4 flex flex-wrap gap-2">
      <UiButton look="main" :disabled="writes.handIn.isPending.value" @click="handIn">{{
        t("quiz.confirm.now")
      }}</UiButton>
      <UiButton look="text" @click="confirming = false">{{ t("quiz.confirm.back") }}</UiButton>
    </div>
  </UiDialog>
</template>
