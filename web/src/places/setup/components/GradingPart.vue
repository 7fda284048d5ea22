<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useLater } from "@/frame/later";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import { useWrong } from "@/frame/writes";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import { formOf, wishOf, type Form } from "../model/grading";
import { useRules, useRulesEffect, useSaidRules, useSetupWrites } from "../queries";
import CategoryRules from "./CategoryRules.vue";
import CountsWhere from "./CountsWhere.vue";
import EffectSummary from "./EffectSummary.vue";
import LateRules from "./LateRules.vue";
import ScaleRules from "./ScaleRules.vue";
import TableRules from "./TableRules.vue";
import RulesEffect from "./RulesEffect.vue";

/** How the course grades: every rule said back in a sentence, and whom a change moves before it is made. */
const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const wrong = useWrong();
const said = useSaid(() => slug);
const writes = useSetupWrites(() => slug);
const { data: kept, error, refetch } = useRules(() => slug);
const { form, theirs, takeTheirs, save, own } = useOwnForm<Form>(
  () => kept.value && { value: formOf(kept.value), edition: kept.value.edition },
  () => refetch(),
);
const changes = computed(() => form.value !== null && Object.keys(own()).length > 0);
const wish = (): Shapes["GradingRulesIn"] =>
  form.value && kept.value ? wishOf(form.value, kept.value) : ({} as Shapes["GradingRulesIn"]);
const { data: saidNow, error: unsaid } = useSaidRules(
  () => slug,
  wish,
  () => changes.value,
);
const words = computed(() => (changes.value && saidNow.value ? saidNow.value : kept.value?.said));
const problem = computed(() => (changes.value && unsaid.value ? wrong(unsaid.value) : ""));
const refused = ref("");
const asked = computed(() => changes.value && !problem.value && schedule.students > 0);
/** The figures are asked for once the typing rests: over a large class they take seconds. */
const typed = computed(() => JSON.stringify(wish()));
const rested = useLater(() => typed.value, 500);
const {
  data: effect,
  isFetching,
  error: unreckoned,
} = useRulesEffect(
  () => slug,
  () => JSON.parse(rested.value) as Shapes["GradingRulesIn"],
  () => asked.value,
);
const reckoning = computed(() => asked.value && (isFetching.value || rested.value !== typed.value));
const moved = computed(() => (asked.value && !reckoning.value && effect.value) || null);
/** Applied only over what was shown; where the figures can't be had, without them. */
const ready = computed(() => !problem.value && !reckoning.value && !writes.rules.isPending.value);

async function apply(): Promise<void> {
  refused.value = "";
  try {
    said(t("weighing.applied"), await save((edition) => writes.rules.mutateAsync({ edition, ...wish() })));
  } catch (failure) {
    refused.value = wrong(failure);
  }
}
function discard(): void {
  if (kept.value) form.value = formOf(kept.value);
  refused.value = "";
}
</script>

<template>
  <NothingHere v-if="error && !kept" :message="wrong(error)" />
  <form v-else-if="kept && form && words" class="rules" @submit.prevent="apply">
    <fieldset :disabled="!schedule.can_lay_out" class="grid min-w-0 grid-cols-1 content-start gap-4">
      <p class="max-w-[72ch] text-[15px] text-soft">{{ t("weighing.line") }}</p>
      <CategoryRules v-model="form" :said="words" />
      <CountsWhere v-model="form" :items="kept.items" :loose="words.loose" />
      <LateRules v-model="form" :said="words" />
      <TableRules v-model="form" :said="words" :groups="kept.groups" :weeks="kept.weeks" />
      <ScaleRules v-model="form" :said="words" />
      <TheirChanges
        :theirs="theirs"
        :label="(field) => t(`weighing.field.${field}`)"
        :words="() => t('theirs.changed')"
        @take="takeTheirs"
      />
    </fieldset>
    <aside v-if="schedule.can_lay_out" class="effect" :aria-label="t('weighing.effect')">
      <div class="card p-4">
        <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.effect") }}</h2>
        <p v-if="!changes" class="text-soft">{{ t("weighing.unchanged") }}</p>
        <p v-else-if="problem" role="alert" class="text-late">{{ problem }}</p>
        <p v-else-if="!schedule.students">{{ t("weighing.nobody") }}</p>
        <p v-else-if="unreckoned && !reckoning" role="alert" class="text-late">{{ wrong(unreckoned) }}</p>
        <EffectSummary v-else-if="moved" :effect="moved" />
        <p v-else role="status">{{ t("weighing.reckoning", { n: schedule.students }, schedule.students) }}</p>
        <div v-if="changes" class="mt-3 flex flex-wrap gap-2">
          <UiButton look="main" type="submit" :disabled="!ready">{{ t("weighing.apply") }}</UiButton>
          <UiButton look="text" @click="discard">{{ t("weighing.discard") }}</UiButton>
        </div>
        <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
        <RulesEffect v-if="moved" :effect="moved" :bands="form.bands" class="mt-2" />
      </div>
    </aside>
  </form>
  <LoadingNote v-else />
</template>

<style scoped>
.rules {
  display: grid;
  grid-template-columns: minmax(0, 760px) minmax(300px, 1fr);
  gap: 20px;
  max-width: 1240px;
}
.effect > div {
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
}
@media screen and (max-width: 1019px) {
  .rules {
    grid-template-columns: minmax(0, 1fr);
  }
  .effect > div {
    position: static;
    max-height: none;
  }
}
</style>
