<script setup lang="ts">
import { takesWork, useKinds, type PlainRule } from "@/frame/kinds";
import { MOMENTS, type Moment } from "../model/moments";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { useSaid } from "../said";
import { settingsOf, wishOf, type Settings } from "../model/settings";
import { useLayoutWrites } from "../queries";
import { useBrief, useGrading, useItem, useTalkRules } from "../settings";
import BriefFields from "./BriefFields.vue";
import ConditionsDialog from "./ConditionsDialog.vue";
import DoneRuleFields from "./DoneRuleFields.vue";
import GradingFields from "./GradingFields.vue";
import RuleField from "./RuleField.vue";
import TalkFields from "./TalkFields.vue";

const { slug, id } = defineProps<{ slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const said = useSaid(() => slug);
const writes = useLayoutWrites(() => slug);
const kinds = useKinds();
const { data: page, refetch: readPage } = useItem(
  () => slug,
  () => id,
);
const kind = computed(() => kinds.kindOf(page.value?.row.kind));
const putsQuestions = computed(() => kind.value?.puts_questions ?? false);
const takesHandIns = computed(() => takesWork(kind.value));
const { data: grading, refetch: readGrading } = useGrading(
  () => slug,
  () => id,
);
const { data: brief, refetch: readBrief } = useBrief(
  () => slug,
  () => id,
  () => takesHandIns.value,
);
const talks = computed(() => kind.value?.talks ?? false);
const { data: talk, refetch: readTalk } = useTalkRules(
  () => slug,
  () => id,
  () => talks.value,
);
const times = useTimes(() => page.value?.zone ?? "");
const refused = ref("");
const waiting = ref(false);
const ready = computed(
  () => page.value && grading.value && (!takesHandIns.value || brief.value) && (!talks.value || talk.value),
);
const { form, theirs, takeTheirs, own, save, mayClose } = useOwnForm<Settings>(
  () =>
    ready.value && page.value && grading.value
      ? {
          value: settingsOf(
            page.value,
            grading.value,
            takesHandIns.value ? (brief.value ?? null) : null,
            talks.value ? (talk.value ?? null) : null,
          ),
          edition: page.value.row.edition,
        }
      : undefined,
  () =>
    Promise.all([
      readPage(),
      readGrading(),
      takesHandIns.value ? readBrief() : null,
      talks.value ? readTalk() : null,
    ]),
);
const hasAddress = computed(() => kind.value?.address ?? false);
const others = computed(() => (page.value?.module.rows ?? []).filter((r) => r.id !== id));
/** Done rules that nobody could meet as the item stands here. */
const never = computed<PlainRule[]>(() => {
  const [handsIn, lies] = [
    form.value?.brief?.takes_hand_ins ?? kind.value?.takes_hand_ins ?? false,
    !!page.value?.file,
  ];
  return [
    ...(handsIn ? [] : (["handed_in"] as const)),
    ...(lies ? [] : (["watched"] as const)),
    ...(form.value?.wants.length ? [] : (["posted"] as const)),
  ];
});

function setWall(name: Moment, wall: string | undefined): void {
  if (!form.value) return;
  form.value.walls[name] = wall ?? "";
  form.value.rules[name] = undefined;
}

async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  refused.value = "";
  try {
    said(
      null,
      await save((edition) => writes.settings.mutateAsync({ id, edition, ...wishOf(typed, own()) })),
    );
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}

const label = (name: keyof Settings): string => t(`settings.field.${name}`);
const words = (_: keyof Settings, value: unknown): string => {
  if (typeof value === "boolean") return t(value ? "app.yes" : "app.no");
  return value !== null && typeof value === "object" ? t("theirs.changed") : String(value ?? "");
};
</script>

<template>
  <UiDialog
    :open="true"
    wide
    :title="t('settings.title', { title: page?.row.title ?? '' })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form v-if="page && form && grading" class="grid gap-4" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t('layout.title')">
        <input :id="field" v-model="form.title" class="field" required />
      </UiField>
      <UiField v-slot="{ field }" :label="t('settings.hint')">
        <input :id="field" v-model="form.hint" class="field" maxlength="300" />
      </UiField>
      <UiField v-if="takesHandIns || putsQuestions" v-slot="{ field }" :label="t('settings.place')">
        <input :id="field" v-model="form.place" class="field" maxlength="120" />
      </UiField>
      <UiField v-if="hasAddress" v-slot="{ field }" :label="t('settings.address')">
        <input :id="field" v-model="form.address" class="field" type="url" />
      </UiField>
      <fieldset>
        <legend class="mb-1 font-semibold">{{ t("settings.moments", { zone: page.zone }) }}</legend>
        <div class="grid gap-3 sm:grid-cols-2">
          <div v-for="name in MOMENTS" :key="name">
            <MomentField
              :model-value="form.walls[name]"
              :label="t(`settings.${name}`)"
              :time-label="t('settings.timeOf', { moment: t(`settings.${name}`) })"
              :usual="name === 'due' || name === 'closes' ? page.default_due_time : '00:00'"
              @update:model-value="(wall) => setWall(name, wall)"
            />
            <RuleField
              v-if="page.dated && form.walls[name]"
              v-model="form.rules[name]"
              :name="t(`settings.${name}`)"
              :others="others"
            />
          </div>
        </div>
        <p v-if="page.row.start_by_proposed && page.row.start_by" class="mt-1 text-[13px] text-soft">
          {{ t("settings.proposed", { at: times.moment(page.row.start_by) }) }}
        </p>
      </fieldset>
      <div class="grid items-start gap-3 sm:grid-cols-4">
        <UiField v-slot="{ field }" :label="t('settings.minutes')">
          <input
            :id="field"
            v-model.number="form.minutes"
            class="field figures"
            type="number"
            min="0"
            max="6000"
          />
        </UiField>
        <UiField v-slot="{ field }" :label="t('settings.points')">
          <input
            :id="field"
            v-model="form.points"
            class="field figures"
            type="number"
            min="0"
            step="0.5"
            :disabled="putsQuestions"
          />
          <span v-if="putsQuestions" class="text-[13px] text-soft">{{
            t("settings.pointsOfQuestions")
          }}</span>
        </UiField>
        <div class="sm:col-span-2">
          <UiCheck v-model="form.published" :label="t('settings.published')" />
          <UiCheck v-model="form.required" :label="t('settings.required')" />
          <UiCheck v-model="form.practice" :label="t('settings.practice')" />
        </div>
      </div>
      <BriefFields v-if="form.brief" v-model="form.brief" :slug="slug" :id="id" />
      <TalkFields v-if="form.talk" v-model="form.talk" v-model:wants="form.wants" :slug="slug" :id="id" />
      <GradingFields v-if="form.points" v-model="form.grading" :grading="grading" />
      <p v-else-if="!kind?.heading" class="text-[14px] text-soft">{{ t("settings.pointsFirst") }}</p>
      <DoneRuleFields
        v-if="page.row.kind !== 'heading'"
        v-model="form.rule"
        :kind="page.row.kind"
        :points="!!form.points"
        :never="never"
      />
      <details v-if="others.length">
        <summary class="cursor-pointer font-semibold">
          {{ t("settings.readFirst", { n: form.read_first.length }) }}
        </summary>
        <div class="mt-1 max-h-36 overflow-y-auto border border-rule p-2">
          <label v-for="other in others" :key="other.id" class="flex min-h-7 items-center gap-2 text-[15px]">
            <input v-model="form.read_first" type="checkbox" :value="other.id" /> {{ other.title }}
          </label>
        </div>
      </details>
      <div>
        <h3 class="mb-1 font-semibold">{{ t("conditions.words") }}</h3>
        <p class="text-[15px]">
          {{ page.condition_words || t("settings.afterNone") }}
          <UiButton look="text" @click="waiting = true">{{ t("conditions.edit") }}</UiButton>
        </p>
      </div>
      <TheirChanges :theirs="theirs" :label="label" :words="words" @take="takeTheirs" />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="writes.settings.isPending.value">{{
          t("app.save")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
    <ConditionsDialog
      v-if="waiting && page"
      kind="item"
      :slug="slug"
      :id="id"
      :title="page.row.title"
      @close="waiting = false"
    />
  </UiDialog>
</template>
