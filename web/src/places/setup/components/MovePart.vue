<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { itemPath } from "@/frame/addresses";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { daysIn, formOf, missing, withDays, type Form } from "../model/schedule";
import { carriedDays, previewMove, useSetupWrites } from "../queries";
import ScheduleFields from "./ScheduleFields.vue";

/** Re-date or repace: every date before and after, then one change with one undo. */
const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSetupWrites(() => slug);
const said = useSaid(() => slug);
const before = useTimes(() => schedule.zone);
/** Breaks and single days belong to the old term; the new one gets its own. */
const form = ref<Form>(withDays({ ...formOf(schedule), breaks: [] }, []));
const { saved } = useTyped(() => form.value);
const after = useTimes(() => form.value.zone);
const how = ref<"redate" | "repace">("redate");
const landing = ref<"previous" | "next" | "keep">("previous");
const shown = ref<Shapes["TermMove"] | null>(null);
const refused = ref("");
const onlyNoted = ref(false);
const carried = ref(0);
/** Breaks of the old term, on the same days of the new one: offered, because a new term often has its own. */
const offered = ref<Shapes["Break"][]>([]);
const left = computed(() => missing(form.value.breaks, offered.value));
const takeBreaks = (): void =>
  void (form.value = { ...form.value, breaks: [...form.value.breaks, ...left.value] });
/** The single days that were brought along; what a hand has changed since is left alone. */
let proposed = daysIn(form.value);

watch(
  [
    how,
    () => form.value.first_day,
    () => form.value.last_day,
    () => form.value.first_week_number,
    () => form.value.week_start,
  ],
  async () => {
    const { first_day, last_day, first_week_number, week_start } = form.value;
    const ready = how.value === "redate" && first_day !== schedule.first_day && first_day < last_day;
    const found = ready
      ? await carriedDays(slug, { first_day, last_day, first_week_number, week_start }).catch(() => null)
      : null;
    offered.value = found?.breaks ?? [];
    if (daysIn(form.value) !== proposed) return;
    const days = found?.days ?? [];
    form.value = withDays(form.value, days);
    proposed = daysIn(form.value);
    carried.value = days.reduce((n, one) => n + one.exceptions.length, 0);
  },
);
const wish = (): Shapes["TermMoveIn"] => ({ how: how.value, schedule: form.value, landing: landing.value });
const noted = computed(() => (shown.value?.lines ?? []).filter((l) => l.notes.length));
const lines = computed(() => (onlyNoted.value ? noted.value : (shown.value?.lines ?? [])));

async function preview(): Promise<void> {
  refused.value = "";
  try {
    shown.value = await previewMove(slug, wish());
  } catch (error) {
    shown.value = null;
    refused.value = wrong(error);
  }
}

async function apply(): Promise<void> {
  const change = await writes.move.mutateAsync(wish()).catch(() => null);
  if (!change) return;
  shown.value = null;
  saved();
  said(t("move.done", { term: form.value.name }), change);
}
</script>

<template>
  <section class="max-w-[1100px]">
    <p class="mb-3 max-w-[72ch] text-[15px]">{{ t("move.line") }}</p>
    <form class="grid gap-5" @submit.prevent="preview" @change="shown = null">
      <div class="grid gap-3 sm:grid-cols-2">
        <label v-for="name in ['redate', 'repace'] as const" :key="name" class="card flex gap-3 p-3">
          <input v-model="how" type="radio" :value="name" class="mt-1" />
          <span
            ><b>{{ t(`move.${name}`) }}</b
            ><span class="block text-[14px] text-soft">{{ t(`move.${name}Hint`) }}</span></span
          >
        </label>
      </div>
      <ScheduleFields v-model="form" :sections="schedule.sections" />
      <p role="status" class="text-[14px] text-soft">
        <template v-if="carried">{{ t("move.carried", { n: carried }, carried) }}</template>
      </p>
      <p v-if="left.length" class="text-[14px]">
        {{ t("move.breaks") }}
        <span v-for="(one, n) in left" :key="one.name"
          ><template v-if="n">, </template>{{ one.name }} ({{
            after.range(one.first_day, one.last_day)
          }})</span
        >.
        <UiButton look="text" @click="takeBreaks">{{ t("move.takeBreaks") }}</UiButton>
      </p>
      <div class="flex flex-wrap items-center gap-4">
        <label v-if="how === 'redate'" class="flex items-center gap-2 text-[14px]"
          >{{ t("move.landing") }}
          <select v-model="landing" class="field !w-auto">
            <option v-for="name in ['previous', 'next', 'keep'] as const" :key="name" :value="name">
              {{ t(`move.${name}`) }}
            </option>
          </select>
        </label>
        <UiButton type="submit" :look="shown ? 'plain' : 'main'">{{ t("move.preview") }}</UiButton>
        <UiButton v-if="shown" look="main" @click="apply">{{ t("move.apply") }}</UiButton>
      </div>
    </form>
    <p v-if="refused" role="alert" class="mt-3 text-late">{{ refused }}</p>
    <template v-if="shown">
      <div class="mt-4 flex items-center gap-5">
        <b>{{ t("move.count", { n: shown.lines.length, noted: noted.length }) }}</b>
        <UiCheck v-if="noted.length" v-model="onlyNoted" :label="t('move.onlyNoted')" />
      </div>
      <table class="card ruled-table mt-2 w-full">
        <thead>
          <tr>
            <th>{{ t("move.item") }}</th>
            <th>{{ t("move.moment") }}</th>
            <th>{{ t("move.before") }}</th>
            <th>{{ t("move.after") }}</th>
            <th>{{ t("move.notes") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="`${line.item.id}-${line.moment}`">
            <td>
              <RouterLink :to="itemPath(slug, line.item.id)">{{ line.item.title }}</RouterLink>
            </td>
            <td>{{ t(`settings.${line.moment}`) }}</td>
            <td class="figures">{{ line.before ? before.moment(line.before) : t("move.none") }}</td>
            <td class="figures">{{ line.after ? after.moment(line.after) : t("move.none") }}</td>
            <td>{{ line.notes.map((n) => t(`move.note.${n}`)).join(", ") }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>
