<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useKeys } from "@/frame/shortcuts";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { chosenOf } from "@/items/reading/measured";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useGradingWrites } from "../queries";
import ForAll from "./ForAll.vue";

/** One criterion of one work: a level by press or by its number, and on to the next work. */
const { work, queue, criterion, slug, id } = defineProps<{
  work: Shapes["Work"];
  queue: Shapes["Queue"];
  criterion: number;
  slug: string;
  id: number;
}>();
/** `next`: who got the same level too. */
const emit = defineEmits<{ next: [measured: number[]] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useGradingWrites(
  () => slug,
  () => id,
);
const one = computed(() => work.rubric?.criteria.find((c) => c.id === criterion));
const stands = computed(() =>
  chosenOf(work.score.measured, work.rubric).find((c) => c.criterion === criterion),
);
const remark = ref(stands.value?.remark ?? "");
const refused = ref("");
const all = ref(true);
const busy = ref(false);
let under: Promise<unknown> = Promise.resolve();
const differs = (): boolean => remark.value.trim() !== (stands.value?.remark ?? "").trim();
useUnsaved(differs, () => under);
watch(stands, (now, before) => {
  if (remark.value.trim() === (before?.remark ?? "").trim()) remark.value = now?.remark ?? "";
});
const open = computed(
  () => queue.rows.filter((row) => row.state === "waiting" && !row.measured.includes(criterion)).length,
);

async function send(level: number | null): Promise<boolean> {
  const seen = stands.value?.level ?? null;
  try {
    await writes.measure.mutateAsync({
      person: work.person_id,
      attempt: work.score.attempt,
      rubric_id: work.rubric?.id ?? 0,
      chosen: { criterion, level, remark: remark.value.trim() },
      seen,
      together: all.value,
    });
    refused.value = "";
    return true;
  } catch (error) {
    refused.value = wrong(error);
    if (error instanceof Problem && error.status === 409) await writes.lookAgain(work.person_id);
    return false;
  }
}

/** One after the other: leaving the remark and pressing a level come at once. What is pressed until the next work is
 * there would be meant for that one: it is not taken. */
function choose(level: number): void {
  if (busy.value) return;
  busy.value = true;
  const sent = under.then(() => send(level));
  under = sent;
  void sent.then((done) => {
    busy.value = false;
    if (done) emit("next", all.value ? work.fellows.map((fellow) => fellow.person_id) : []);
  });
}

/** A word without a level waits for one. */
function keepRemark(): void {
  const level = stands.value?.level;
  if (level && differs()) under = under.then(() => send(level));
}

useKeys(() =>
  Object.fromEntries((one.value?.levels ?? []).map((level, n) => [String(n + 1), () => choose(level.id)])),
);
</script>

<template>
  <section v-if="one" :aria-label="one.name" :aria-busy="busy">
    <h2 class="text-[17px] font-bold">{{ one.name }}</h2>
    <p v-if="one.words" class="text-[14px] text-soft">{{ one.words }}</p>
    <p class="mt-1 text-[14px]" role="status">{{ t("criterion.open", { n: open }, open) }}</p>
    <ForAll v-model="all" :work="work" />
    <ol class="mt-3 grid gap-1.5">
      <li v-for="(level, n) in one.levels" :key="level.id">
        <button
          type="button"
          class="level"
          :aria-pressed="stands?.level === level.id"
          :aria-keyshortcuts="n < 9 ? String(n + 1) : undefined"
          @click="choose(level.id)"
        >
          <kbd v-if="n < 9" class="figures">{{ n + 1 }}</kbd>
          <span class="min-w-0 flex-1">
            <b>{{ level.name }}</b>
            <span v-if="level.words" class="block text-[13.5px]">{{ level.words }}</span>
          </span>
          <span v-if="level.points !== null" class="figures font-semibold">{{ Number(level.points) }}</span>
        </button>
      </li>
    </ol>
    <UiField v-slot="{ field }" class="mt-3" :label="t('rubric.remarkOf', { name: one.name })">
      <textarea :id="field" v-model="remark" class="field" rows="3" maxlength="2000" @change="keepRemark" />
    </UiField>
    <p v-if="refused" role="alert" class="mt-2 text-[14.5px] text-late">{{ refused }}</p>
    <p v-if="work.score.raw !== null" class="mt-3 text-[14.5px]">
      {{ t("criterion.scored", { raw: work.score.raw, possible: queue.possible }) }}
    </p>
    <UiButton look="text" class="mt-3" @click="emit('next', [])">{{ t("criterion.skip") }}</UiButton>
    <p class="mt-1 text-[13px] text-soft">{{ t("criterion.keys") }}</p>
  </section>
</template>

<style scoped>
.level {
  display: flex;
  gap: 10px;
  align-items: baseline;
  width: 100%;
  min-height: 36px;
  padding: 6px 10px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  text-align: left;
}
.level:hover {
  border-color: var(--deep);
}
.level[aria-pressed="true"] {
  border-color: var(--deep);
  background: var(--deep);
  color: var(--on-deep);
}
kbd {
  font-size: 13px;
  opacity: 0.8;
}
</style>
