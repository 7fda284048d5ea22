<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import MeasuredList from "@/items/reading/MeasuredList.vue";
import { chosenOf } from "@/items/reading/measured";
import RubricPicker from "@/items/reading/RubricPicker.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { withRemark } from "../model/remark";
import { useGradingWrites } from "../queries";
import ForAll from "./ForAll.vue";
import KeptRemarks from "./KeptRemarks.vue";

/** One of two graders, until the work has its score: one's own points, then what both gave. */
const { work, queue, slug, id } = defineProps<{
  work: Shapes["Work"];
  queue: Shapes["Queue"];
  slug: string;
  id: number;
}>();
const emit = defineEmits<{ next: [scored: number[]] }>();
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => queue.zone);
const writes = useGradingWrites(
  () => slug,
  () => id,
);
const mine = computed(() => work.markings.find((one) => one.mine));
const both = computed(() => (work.markings.length > 1 ? work.markings : []));
const raw = ref(mine.value?.raw ?? "");
const comment = ref(mine.value?.comment ?? "");
const chosen = ref(chosenOf(mine.value?.measured, work.rubric));
const typed = (): string => JSON.stringify([raw.value, comment.value, chosen.value]);
const kept = ref(typed());
const all = ref(true);
const refused = ref("");
const above = ref(false);
const settled = ref("");
const words = ref("");
const input = useTemplateRef<HTMLInputElement>("input");
onMounted(() => input.value?.focus());

useUnsaved(
  () => typed() !== kept.value || settled.value !== "" || words.value !== "",
  () => under,
);
let under: Promise<unknown> = Promise.resolve();

const wish = (meant: boolean) => ({
  person: work.person_id,
  attempt: work.score.attempt,
  above_possible: meant,
  together: all.value && work.fellows.length > 0,
});

function failed(error: unknown): void {
  refused.value = wrong(error);
  above.value = error instanceof Problem && error.also.above === true;
}

async function mark(meant: boolean): Promise<void> {
  const sent = typed();
  const before = work.markings.length;
  try {
    const found = await writes.mark.mutateAsync({
      ...wish(meant),
      raw: String(raw.value),
      comment: comment.value,
      seen_version: 0,
      ...(work.rubric ? { chosen: chosen.value, rubric_id: work.rubric.id } : {}),
    });
    kept.value = sent;
    [refused.value, above.value] = ["", false];
    // Both are there and far apart: that is looked at now.
    if (found.score.raw === null && found.markings.length > 1 && before < 2) return;
    emit("next", all.value ? work.fellows.map((fellow) => fellow.person_id) : []);
  } catch (error) {
    failed(error);
  }
}

async function settle(): Promise<void> {
  try {
    await writes.save.mutateAsync({
      ...wish(false),
      raw: settled.value,
      comment: words.value,
      seen_version: work.score.version,
    });
    [settled.value, words.value, refused.value] = ["", "", ""];
  } catch (error) {
    failed(error);
  }
}
const go = (meant = false) => void (under = mark(meant));
const put = (text: string): void => void (comment.value = withRemark(comment.value, text));
</script>

<template>
  <form class="grid gap-3" @submit.prevent="go()">
    <p class="text-[14px]">{{ t("second.line") }}</p>
    <UiField v-slot="{ field }" :label="t('second.yours', { possible: queue.possible })">
      <input
        :id="field"
        ref="input"
        v-model="raw"
        class="field figures !text-[22px]"
        inputmode="decimal"
        autocomplete="off"
      />
    </UiField>
    <ForAll v-model="all" :work="work" />
    <RubricPicker v-if="work.rubric" v-model="chosen" :rubric="work.rubric" />
    <UiField v-slot="{ field }" :label="t('grading.comment')">
      <textarea :id="field" v-model="comment" class="field" rows="5" />
    </UiField>
    <KeptRemarks :slug="slug" :comment="comment" @put="put" />
    <p v-if="refused" role="alert" class="text-[14px] text-late">{{ refused }}</p>
    <UiButton v-if="above" @click="go(true)">{{ t("grading.above", { raw }) }}</UiButton>
    <p>
      <UiButton look="main" type="submit">{{ t("second.keep") }}</UiButton>
    </p>
    <p v-if="mine && !both.length" role="status" class="text-[13.5px]">
      {{ t("second.kept", { at: times.clock(mine.at) }) }}
    </p>
  </form>
  <section v-if="both.length" class="mt-4 grid gap-2 border-t border-rule pt-3">
    <h3 class="font-semibold">{{ t("second.both") }}</h3>
    <article v-for="one in both" :key="one.by">
      <p>
        <b class="figures">{{ t("second.gave", { by: one.by, raw: one.raw }) }}</b>
      </p>
      <p v-if="one.comment" class="whitespace-pre-wrap">{{ one.comment }}</p>
      <MeasuredList v-if="one.measured" :measured="one.measured" />
    </article>
    <p class="text-[14px] text-late">{{ t("second.apart") }}</p>
    <form class="grid gap-2" @submit.prevent="under = settle()">
      <UiField v-slot="{ field }" :label="t('second.score', { possible: queue.possible })">
        <input
          :id="field"
          v-model="settled"
          class="field figures"
          inputmode="decimal"
          autocomplete="off"
          required
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('second.comment')">
        <textarea :id="field" v-model="words" class="field" rows="3" />
      </UiField>
      <p>
        <UiButton type="submit">{{ t("second.settle") }}</UiButton>
      </p>
    </form>
  </section>
</template>
