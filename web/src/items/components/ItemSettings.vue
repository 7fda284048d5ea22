<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { MOMENTS, type Moment } from "../model/moments";
import { computed, reactive, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { useSaid } from "../said";
import { keepSettings, useBrief, useGrading, useItem } from "../settings";
import BriefFields from "./BriefFields.vue";
import ConditionsDialog from "./ConditionsDialog.vue";
import DoneRuleFields, { type DoneRule } from "./DoneRuleFields.vue";
import GradingFields from "./GradingFields.vue";
import RuleField, { type Rule } from "./RuleField.vue";

const { slug, id } = defineProps<{ slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const said = useSaid(() => slug);
const stale = useStale();
const kinds = useKinds();
const { data: page } = useItem(
  () => slug,
  () => id,
);
const kind = computed(() => kinds.kindOf(page.value?.row.kind));
const takesHandIns = computed(() => kind.value?.takes_hand_ins ?? false);
const { data: grading } = useGrading(
  () => slug,
  () => id,
);
const { data: brief } = useBrief(
  () => slug,
  () => id,
  () => takesHandIns.value,
);
const times = useTimes(() => page.value?.zone ?? "");
const refused = ref("");
const busy = ref(false);
const waiting = ref(false);
const form = reactive({
  title: "",
  minutes: 0,
  points: null as number | null,
  required: true,
  practice: false,
  published: false,
  rule: { done_rule: "opened", done_percent: 0, done_parts: [] } as DoneRule,
  address: "",
  place: "",
  hint: "",
  readFirst: [] as number[],
  walls: {} as Record<string, string>,
  rules: {} as Record<string, Rule | undefined>,
});
const counts = ref<Shapes["GradingIn"] | null>(null);
const takes = ref<Shapes["Brief"] | null>(null);

watch(
  page,
  (found) => {
    if (!found) return;
    const { row } = found;
    Object.assign(form, {
      title: row.title,
      minutes: row.minutes,
      points: row.points,
      required: row.required,
      practice: row.practice,
      published: row.published,
      rule: {
        done_rule: found.done_rule,
        done_percent: found.done_percent ?? 0,
        done_parts: found.done_parts.map((p) => ({ ...p })),
      },
      address: found.address,
      place: row.place,
      hint: row.hint,
      readFirst: found.read_first.map((r) => r.id),
      walls: { ...found.walls },
      rules: { ...row.rules },
    });
  },
  { immediate: true },
);
watch(
  grading,
  (found) => {
    if (found)
      counts.value = { category_id: found.category_id, late_rule_id: found.late_rule_id, hold: found.hold };
  },
  { immediate: true },
);
watch(
  brief,
  (found) => {
    if (found) takes.value = { ...found };
  },
  { immediate: true },
);

const hasAddress = computed(() => kind.value?.address ?? false);
const others = computed(() => (page.value?.module.rows ?? []).filter((r) => r.id !== id));

/** A heading is no step: nothing makes it done. */
function chosenRule(): Partial<Shapes["ItemChange"]> {
  const { done_rule, ...rest } = form.rule;
  return done_rule === "nothing" ? {} : { done_rule, ...rest };
}

function moment(name: Moment): Shapes["RulesIn"][Moment] {
  return form.rules[name] ?? (form.walls[name] || null);
}

async function keep(): Promise<void> {
  busy.value = true;
  refused.value = "";
  try {
    const change = await keepSettings(slug, id, {
      item: {
        title: form.title,
        minutes: Number(form.minutes) || 0,
        points: form.points === null || String(form.points) === "" ? null : Number(form.points),
        required: form.required,
        practice: form.practice,
        published: form.published,
        ...chosenRule(),
        place: form.place,
        hint: form.hint,
        read_first: form.readFirst,
        ...(hasAddress.value && form.address ? { address: form.address } : {}),
      },
      moments: {
        opens: moment("opens"),
        start_by: moment("start_by"),
        due: moment("due"),
        closes: moment("closes"),
      },
      grading: form.points ? counts.value : null,
      brief: takesHandIns.value ? takes.value : null,
    });
    said(null, change);
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  } finally {
    busy.value = false;
    await stale(touched.layout(slug));
  }
}
</script>

<template>
  <UiDialog
    :open="true"
    wide
    :title="t('settings.title', { title: page?.row.title ?? '' })"
    @close="emit('close')"
  >
    <form v-if="page" class="grid gap-4" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t('layout.title')">
        <input :id="field" v-model="form.title" class="field" required />
      </UiField>
      <UiField v-slot="{ field }" :label="t('settings.hint')">
        <input :id="field" v-model="form.hint" class="field" maxlength="300" />
      </UiField>
      <UiField v-if="takesHandIns" v-slot="{ field }" :label="t('settings.place')">
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
              @update:model-value="
                (wall) => ((form.walls[name] = wall ?? ''), (form.rules[name] = undefined))
              "
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
          <input :id="field" v-model="form.points" class="field figures" type="number" min="0" step="0.5" />
        </UiField>
        <div class="sm:col-span-2">
          <UiCheck v-model="form.published" :label="t('settings.published')" />
          <UiCheck v-model="form.required" :label="t('settings.required')" />
          <UiCheck v-model="form.practice" :label="t('settings.practice')" />
        </div>
      </div>
      <BriefFields v-if="takesHandIns && takes" v-model="takes" />
      <GradingFields v-if="form.points && grading && counts" v-model="counts" :grading="grading" />
      <DoneRuleFields
        v-if="page.row.kind !== 'heading'"
        v-model="form.rule"
        :kind="page.row.kind"
        :points="!!form.points"
      />
      <details v-if="others.length">
        <summary class="cursor-pointer font-semibold">
          {{ t("settings.readFirst", { n: form.readFirst.length }) }}
        </summary>
        <div class="mt-1 max-h-36 overflow-y-auto border border-rule p-2">
          <label v-for="other in others" :key="other.id" class="flex min-h-7 items-center gap-2 text-[15px]">
            <input v-model="form.readFirst" type="checkbox" :value="other.id" /> {{ other.title }}
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
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="busy">{{ t("app.save") }}</UiButton>
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
