<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { copyOf } from "@/api/copy";
import type { Shapes } from "@/api/client";
import { itemPath, quizSheetsPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useOwnForm } from "@/frame/own-form";
import { useRibbon } from "@/frame/queries";
import TheirChanges from "@/frame/TheirChanges.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { say } from "@/ui/notice/notices";
import QuizPreview from "../components/QuizPreview.vue";
import RuleFields from "../components/RuleFields.vue";
import ShowFields from "../components/ShowFields.vue";
import SlotTable from "../components/SlotTable.vue";
import { useClassWrites, useSetup } from "../queries";

type Form = Omit<Shapes["QuizIn"], "slots"> & { slots: Shapes["SlotOut"][] };

/** Which questions a quiz puts, how it goes, what is shown when; beside it, as one student would have it. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: ribbon } = useRibbon(() => slug);
const {
  data: setup,
  error,
  refetch,
} = useSetup(
  () => slug,
  () => id,
);
const writes = useClassWrites(
  () => slug,
  () => id,
);
const may = computed(() => ribbon.value?.role === "instructor");
const refused = ref("");
const formOf = (kept: Shapes["QuizSetup"]): Form => {
  const { attempts, tries, try_cost, minutes, one_by_one, back, shuffle, code, room, fresh, paper } = kept;
  return {
    ...{ attempts, tries, try_cost, minutes, one_by_one, back, shuffle, code, room, fresh, paper },
    shows: { ...kept.shows },
    slots: copyOf(kept.slots),
  };
};
const { form, theirs, takeTheirs, save } = useOwnForm<Form>(
  () => (setup.value ? { value: formOf(setup.value), edition: setup.value.edition } : undefined),
  refetch,
);
const total = computed(() =>
  (form.value?.slots ?? []).reduce((sum, one) => sum + one.count * (Number(one.points) || 0), 0),
);

async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  refused.value = "";
  const slots = typed.slots.map(({ question, bank, count, points }) => ({ question, bank, count, points }));
  try {
    await save((edition) => writes.setUp.mutateAsync({ edition, ...typed, slots }));
    say(t("quiz.setup.saved"));
  } catch (caught) {
    refused.value = wrong(caught);
  }
}
const label = (name: keyof Form): string => t(`quiz.setup.field.${name}`);
const words = (_: keyof Form, value: unknown): string =>
  value !== null && typeof value === "object" ? t("theirs.changed") : String(value ?? "");
</script>

<template>
  <NothingHere v-if="error && !setup" :message="wrong(error)" />
  <main v-else-if="setup && form" id="content" class="page px-3.5 pt-4 pb-24 sm:px-6">
    <div>
      <p class="text-[14px] text-soft">
        <RouterLink :to="itemPath(slug, id)">{{ t("quiz.toQuiz") }}</RouterLink>
      </p>
      <h1 class="mb-3 text-[26px] font-bold">{{ t("quiz.setup.title") }}</h1>
      <form class="grid gap-6" @submit.prevent="keep">
        <fieldset class="contents" :disabled="!may">
          <p v-if="setup.fixed" class="card px-4 py-3">{{ t("quiz.setup.fixed") }}</p>
          <p v-else-if="setup.sheets" class="card px-4 py-3">
            {{ t("quiz.setup.sheets", { n: setup.sheets }, setup.sheets) }}
            <RouterLink :to="quizSheetsPath(slug, id)">{{ t("sheets.title") }}</RouterLink>
          </p>
          <SlotTable
            v-model="form.slots"
            :slug="slug"
            :banks="setup.banks"
            :fixed="setup.fixed || setup.sheets > 0 || !may"
            :total="total"
          />
          <RuleFields v-model="form" />
          <ShowFields v-model="form" :said="setup.said" />
        </fieldset>
        <TheirChanges :theirs="theirs" :label="label" :words="words" @take="takeTheirs" />
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <div v-if="may" class="foot">
          <UiButton look="main" type="submit" :disabled="writes.setUp.isPending.value">{{
            t("quiz.setup.save")
          }}</UiButton>
        </div>
      </form>
    </div>
    <QuizPreview v-if="may && setup.slots.length" :slug="slug" :id="id" />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 420px);
  gap: 24px 40px;
}
.foot {
  position: sticky;
  bottom: 0;
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 0;
  background: var(--ground);
}
@media (max-width: 1023px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
