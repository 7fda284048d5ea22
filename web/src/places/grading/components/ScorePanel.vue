<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { lateWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { withRemark } from "../model/remark";
import { useGradingWrites } from "../queries";
import ForAll from "./ForAll.vue";
import KeptRemarks from "./KeptRemarks.vue";
import { chosenOf } from "@/items/reading/measured";
import RubricPicker from "@/items/reading/RubricPicker.vue";

const { work, queue, slug, id } = defineProps<{
  work: Shapes["Work"];
  queue: Shapes["Queue"];
  slug: string;
  id: number;
}>();
/** `next`: after whom it goes on, who got the same score too. */
const emit = defineEmits<{ next: [scored: number[]]; previous: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => queue.zone);
const writes = useGradingWrites(
  () => slug,
  () => id,
);
const raw = ref("");
const comment = ref("");
const refused = ref("");
const theirs = ref<number | null>(null);
/** More points than the item has were asked about. */
const above = ref(false);
const saving = ref(false);
/** The same for all who did the work together. */
const all = ref(true);
const kept = ref<Shapes["ScoreOut"]>(work.score);
const input = useTemplateRef<HTMLInputElement>("input");

const chosen = ref<Shapes["ChosenIn"][]>([]);
const told = (list: Shapes["ChosenIn"][]): string =>
  JSON.stringify(
    list
      .filter((one) => one.level !== null || one.remark?.trim())
      .map((one) => [one.criterion, one.level, one.remark?.trim() ?? ""])
      .sort((a, b) => Number(a[0]) - Number(b[0])),
  );
/** What stands with the score, of the rubric that measures the item now. */
const chosenBefore = computed(() => chosenOf(kept.value.measured, work.rubric));
const measured = computed(() => work.rubric !== null && told(chosen.value) !== told(chosenBefore.value));
const dirty = computed(
  () => raw.value !== (kept.value.raw ?? "") || comment.value !== kept.value.comment || measured.value,
);

// A comment without a score is kept by nobody yet: who goes on to the next one is asked.
useUnsaved(
  () => dirty.value,
  () => under,
);

function show(): void {
  kept.value = work.score;
  raw.value = work.score.raw ?? "";
  comment.value = work.score.comment;
  chosen.value = [...chosenBefore.value];
  refused.value = "";
  theirs.value = null;
  above.value = false;
}
show();

/** Somebody else's change shows when nothing is typed here; what is typed is never overwritten. */
watch(
  () => work.score.version,
  (version) => {
    if (!saving.value && !dirty.value && version !== kept.value.version) show();
  },
);

onMounted(() => input.value?.focus());

let under: Promise<boolean> = Promise.resolve(true);

/** One save after the other: Enter both changes the field and submits the form. */
function save(over: number | null = null, meant = false): Promise<boolean> {
  under = under.then(() => send(over, meant));
  return under;
}

async function send(over: number | null, meant: boolean): Promise<boolean> {
  const seen = over ?? kept.value.version;
  if (!dirty.value && over === null) return true;
  saving.value = true;
  const sent = raw.value;
  try {
    kept.value = await writes.save.mutateAsync({
      person: work.person_id,
      attempt: work.score.attempt,
      raw: String(sent),
      comment: comment.value,
      seen_version: seen,
      above_possible: meant,
      together: all.value && work.attempts.length > 0,
      ...(measured.value ? { chosen: chosen.value, rubric_id: work.rubric?.id ?? null } : {}),
    });
    if (raw.value === sent) raw.value = kept.value.raw ?? "";
    refused.value = "";
    theirs.value = null;
    above.value = false;
    return true;
  } catch (error) {
    refused.value = wrong(error);
    if (error instanceof Problem && typeof error.also.version === "number") theirs.value = error.also.version;
    above.value = error instanceof Problem && error.also.above === true;
    return false;
  } finally {
    saving.value = false;
  }
}

/** All criteria have their level: they give the points. Until then, or where it gives none, they are typed. */
function levelled(): void {
  const all = work.rubric?.criteria.every((c) =>
    chosen.value.some((o) => o.criterion === c.id && o.level !== null),
  );
  if (!all) return;
  if (work.rubric?.most) raw.value = "";
  if (work.rubric?.most || raw.value) void save();
}

const put = (text: string): void => {
  comment.value = withRemark(comment.value, text);
  if (raw.value) void save();
};

async function saveNext(): Promise<void> {
  if (await save()) emit("next", all.value ? work.fellows.map((fellow) => fellow.person_id) : []);
}

const saved = computed(() => {
  if (!kept.value.graded_at || dirty.value) return "";
  const at = times.value.clock(kept.value.graded_at);
  return kept.value.released_at ? t("grading.savedOut", { at }) : t("grading.savedHeld", { at });
});
const late = computed(() =>
  kept.value.late_units && queue.late_per
    ? t("grading.lateBy", {
        by: lateWords(kept.value.late_seconds, t),
        units: kept.value.late_units,
        per: t(`standing.perUnits.${queue.late_per}`, kept.value.late_units),
        percent: queue.late_percent,
      })
    : "",
);
defineExpose({ save });
</script>

<template>
  <form class="panel" @submit.prevent="saveNext">
    <UiField v-slot="{ field }" :label="t('grading.score', { possible: queue.possible })">
      <input
        :id="field"
        ref="input"
        v-model="raw"
        class="field figures score"
        inputmode="decimal"
        autocomplete="off"
        @change="save()"
      />
    </UiField>
    <ForAll v-if="work.attempts.length" v-model="all" :work="work" />
    <RubricPicker
      v-if="work.rubric"
      v-model="chosen"
      :rubric="work.rubric"
      @level="levelled"
      @remark="raw && save()"
    />
    <dl v-if="kept.counts !== null && !dirty" class="sum">
      <dt>{{ t("grading.given") }}</dt>
      <dd>{{ kept.raw }}</dd>
      <template v-if="kept.recorded !== null">
        <dt>{{ t("grading.recorded", { table: kept.table }) }}</dt>
        <dd>{{ kept.recorded }}</dd>
      </template>
      <template v-if="late">
        <dt>{{ late }}</dt>
        <dd>− {{ kept.deduction }}</dd>
      </template>
      <dt class="font-semibold">{{ t("grading.counts") }}</dt>
      <dd class="font-semibold">{{ kept.counts }}</dd>
    </dl>
    <p v-else-if="late" class="text-[13.5px] text-late">{{ late }}</p>
    <UiField v-slot="{ field }" :label="t('grading.comment')">
      <textarea :id="field" v-model="comment" class="field" rows="6" @change="save()" />
    </UiField>
    <KeptRemarks :slug="slug" :comment="comment" @put="put" />
    <p v-if="kept.apart?.length" role="status" class="text-[14px]">
      {{ t("together.apart", { list: kept.apart.join(", ") }) }}
    </p>
    <p v-if="refused" role="alert" class="text-[14px] text-late">{{ refused }}</p>
    <div v-if="theirs !== null" class="flex gap-2">
      <UiButton @click="show">{{ t("grading.conflictKeep") }}</UiButton>
      <UiButton @click="save(theirs)">{{ t("grading.conflictMine") }}</UiButton>
    </div>
    <UiButton v-if="above" @click="save(null, true)">{{ t("grading.above", { raw }) }}</UiButton>
    <div class="go">
      <UiButton look="main" type="submit">{{ t("grading.saveNext") }}</UiButton>
      <UiButton @click="emit('previous')">{{ t("grading.previous") }}</UiButton>
      <UiButton @click="emit('next', [])">{{ t("grading.next") }}</UiButton>
    </div>
    <p class="text-[13.5px]" role="status">{{ saved }}</p>
    <p class="text-[13px] text-soft">{{ t("grading.keys") }}</p>
  </form>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 12px;
}
.go {
  position: sticky;
  bottom: -20px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 0 -20px;
  padding: 10px 20px;
  border-top: 1px solid var(--rule-faint);
  background: var(--sheet);
}
.score {
  font-size: 22px;
}
.sum {
  display: grid;
  grid-template-columns: 1fr auto;
  font-size: 14px;
}
.sum dt,
.sum dd {
  padding: 3px 0;
  border-bottom: 1px solid var(--rule-faint);
}
.sum dd {
  font-family: var(--font-mono);
  text-align: right;
}
</style>
