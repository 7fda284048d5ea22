<script setup lang="ts">
import { copyOf } from "@/api/copy";
import { computed, reactive, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { changedMeanwhile, useWrong } from "@/frame/writes";
import { useDone } from "@/items/said";
import PickFrom from "@/items/systems/PickFrom.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { freshBeat, sectionsOf, type Beat } from "../model/rhythm";
import { previewRhythm, useRhythms, useSetupWrites } from "../queries";
import PatternSheet from "./PatternSheet.vue";
import StampPreview from "./StampPreview.vue";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const emit = defineEmits<{ made: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const { data } = useRhythms(() => slug);
const writes = useSetupWrites(() => slug);
const done = useDone(() => slug);
const shown = ref<Shapes["Stamping"] | null>(null);
const refused = ref("");
const form = reactive({
  id: null as number | null,
  name: "",
  unit: "week" as "week" | "section",
  first: 1,
  last: 15,
  firstClass: 1,
  sections: "",
  beats: [freshBeat("page", "Reading {n}"), freshBeat("assignment", "Homework {n}")] as Beat[],
});

const { saved } = useTyped(() => form);
/** The edition of the stored rhythm that was seen, and whether somebody has changed it since. */
let seen = 0;
const theirs = ref(false);
const links = computed(() => data.value?.links.find((one) => one.rhythm === form.id));
const stored = () => data.value?.rhythms.find((one) => one.id === form.id) ?? null;

/** A new rhythm goes over all weeks that the term has. */
watch(
  () => data.value?.weeks,
  (weeks) => {
    if (!weeks?.length || form.id !== null) return;
    form.first = weeks.find((week) => week >= form.first) ?? weeks[0] ?? form.first;
    form.last = weeks.at(-1) ?? form.last;
    saved();
  },
  { immediate: true },
);

const wish = (): Shapes["RhythmIn"] => ({
  id: form.id,
  edition: seen,
  name: form.name.trim() || t("setup.rhythm"),
  unit: form.unit,
  beats: form.beats,
  steps: {
    first: form.first,
    last: form.last,
    first_class: form.firstClass,
    sections: form.unit === "section" ? sectionsOf(form.sections) : [],
  },
});
const count = computed(() => (shown.value ? shown.value.new + shown.value.changed : 0));

function take(one: Shapes["RhythmIn"] | null): void {
  shown.value = null;
  show(one);
  seen = one?.edition ?? 0;
  theirs.value = false;
  saved();
}

function show(one: Shapes["RhythmIn"] | null): void {
  if (!one) {
    Object.assign(form, {
      id: null,
      name: "",
      beats: [freshBeat("page", "Reading {n}"), freshBeat("assignment", "Homework {n}")],
    });
    return;
  }
  const steps = one.steps;
  Object.assign(form, {
    id: one.id ?? null,
    name: one.name,
    unit: one.unit ?? "week",
    first: steps.first ?? 1,
    last: steps.last ?? 15,
    firstClass: steps.first_class ?? 1,
    sections: (steps.sections ?? []).map((s) => `${s.label} ${s.topic ?? ""}`.trim()).join("\n"),
    beats: copyOf(one.beats),
  });
}

async function preview(): Promise<void> {
  refused.value = "";
  try {
    shown.value = await previewRhythm(slug, wish());
  } catch (error) {
    shown.value = null;
    refused.value = wrong(error);
  }
}

async function stamp(): Promise<void> {
  const made = await writes.stamp.mutateAsync(wish()).catch((error: unknown) => {
    theirs.value = changedMeanwhile(error);
    if (changedMeanwhile(error)) seen = Number(error.also.edition);
    return null;
  });
  if (!made) return;
  form.id = made.rhythm;
  seen = stored()?.edition ?? seen;
  shown.value = null;
  saved();
  done(t("rhythm.stamped", { new: made.new, changed: made.changed }), made.change);
  emit("made");
}
</script>

<template>
  <section v-if="data" class="max-w-[1180px]">
    <p class="mb-3 max-w-[72ch] text-[15px]">{{ t("rhythm.line") }}</p>
    <div v-if="data.rhythms.length" class="mb-3 flex flex-wrap items-center gap-3 text-[14px]">
      <span class="text-soft">{{ t("rhythm.stored") }}</span>
      <UiButton v-for="one in data.rhythms" :key="one.id ?? 0" look="text" @click="take(one)">{{
        one.name
      }}</UiButton>
      <UiButton look="text" @click="take(null)">{{ t("rhythm.fresh") }}</UiButton>
    </div>
    <form class="grid gap-4" @submit.prevent="preview" @change="shown = null">
      <div class="flex flex-wrap items-end gap-3">
        <UiField v-slot="{ field }" :label="t('rhythm.name')"
          ><input :id="field" v-model="form.name" class="field !w-56"
        /></UiField>
        <UiField v-slot="{ field }" :label="t('rhythm.unit')">
          <select :id="field" v-model="form.unit" class="field">
            <option value="week">{{ t("rhythm.week") }}</option>
            <option value="section">{{ t("rhythm.section") }}</option>
          </select>
        </UiField>
        <template v-if="form.unit === 'week'">
          <UiField v-slot="{ field }" :label="t('rhythm.firstWeek')"
            ><select :id="field" v-model.number="form.first" class="field figures !w-20">
              <option v-for="week in data.weeks" :key="week" :value="week">{{ week }}</option>
            </select></UiField
          >
          <UiField v-slot="{ field }" :label="t('rhythm.lastWeek')"
            ><select :id="field" v-model.number="form.last" class="field figures !w-20">
              <option v-for="week in data.weeks" :key="week" :value="week">{{ week }}</option>
            </select></UiField
          >
        </template>
        <UiField v-else v-slot="{ field }" :label="t('rhythm.firstClass')"
          ><input
            :id="field"
            v-model.number="form.firstClass"
            class="field figures !w-20"
            type="number"
            min="1"
        /></UiField>
      </div>
      <UiField v-if="form.unit === 'section'" v-slot="{ field }" :label="t('rhythm.sections')">
        <textarea :id="field" v-model="form.sections" class="field figures" rows="5" />
      </UiField>
      <fieldset>
        <legend class="mb-1 font-semibold">{{ t("rhythm.items") }}</legend>
        <p class="mb-2 text-[13px] text-soft">{{ t("rhythm.titleHint") }}</p>
        <PatternSheet
          v-model="form.beats"
          :schedule="schedule"
          :categories="data.categories"
          @update:model-value="shown = null"
        />
      </fieldset>
      <div class="flex flex-wrap gap-3">
        <UiButton @click="form.beats.push(freshBeat('assignment', 'Homework {n}'))">{{
          t("rhythm.addItem")
        }}</UiButton>
        <UiButton type="submit" :look="shown ? 'plain' : 'main'">{{ t("rhythm.preview") }}</UiButton>
        <UiButton v-if="shown && count" look="main" @click="stamp">{{
          t("rhythm.stamp", { n: count }, count)
        }}</UiButton>
      </div>
    </form>
    <div v-if="links" class="mt-4">
      <p class="text-[14px]">
        {{
          links.without
            ? t(
                "rhythm.linksWithout",
                { n: links.item_ids.length, without: links.without },
                links.item_ids.length,
              )
            : t("rhythm.linksAll", { n: links.item_ids.length }, links.item_ids.length)
        }}
      </p>
      <PickFrom :slug="slug" :place="{ item_ids: links.item_ids }" :label="t('rhythm.pickLine')" />
    </div>
    <p v-if="theirs" role="alert" class="mt-3">
      {{ t("rhythm.theirs") }}
      <UiButton look="text" @click="take(stored())">{{ t("theirs.take") }}</UiButton>
    </p>
    <p v-if="refused" role="alert" class="mt-3 text-late">{{ refused }}</p>
    <StampPreview v-if="shown" :stamping="shown" :weeks="data.weeks" />
  </section>
</template>
