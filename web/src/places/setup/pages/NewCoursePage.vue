<script setup lang="ts">
import { computed, reactive, ref, watch, watchEffect } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { setupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCombobox from "@/ui/combobox/UiCombobox.vue";
import UiField from "@/ui/field/UiField.vue";
import { zoneEntries } from "@/ui/moment/zone-names";
import { useTimes } from "@/ui/moment/zones";
import ClassSlots from "../components/ClassSlots.vue";
import TermStrip from "../components/TermStrip.vue";
import { useBeginning, useBeginnings, useNewPlan } from "../queries";

/** A course from nothing, or from one that is there: its name, its time, how its modules run. */
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const times = useTimes(() => "UTC");
const { data: offered, error } = useBeginnings();
const { make, copy } = useBeginning();
const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const RUNS = ["weeks", "units", "days", "none"] as const;
const form = reactive({
  code: "",
  title: "",
  from: "",
  dates: "own" as "own" | "none" | number,
  own: { name: "", first_day: "", last_day: "" },
  zone: OWN_ZONE,
  slots: [] as Shapes["Slot"][],
  run: "weeks" as (typeof RUNS)[number],
  count: 8,
});
const { saved } = useTyped(() => form);
const refused = ref("");
const busy = computed(() => make.isPending.value || copy.isPending.value);
watchEffect(() => (document.title = `${t("begin.title")} · Unvo`));

/** The next term of the institution is the one that is most likely meant. */
watch(
  offered,
  (found) => {
    const next = found?.terms[0];
    if (!next || form.dates !== "own" || form.own.first_day) return;
    form.dates = next.id;
    saved();
  },
  { immediate: true },
);
const zones = computed(() => zoneEntries([form.zone, OWN_ZONE], new Date()));
const whole = computed(() => form.dates !== "own" || Boolean(form.own.first_day && form.own.last_day));
const asked = computed<Shapes["NewTimesIn"]>(() => ({
  zone: form.zone,
  term_id: typeof form.dates === "number" ? form.dates : null,
  own: form.dates === "own" ? { ...form.own, name: form.own.name || t("begin.termName") } : null,
  slots: form.dates === "none" ? [] : form.slots,
  run: form.run,
  count: form.count,
}));
const { data: plan, error: unplanned } = useNewPlan(
  () => asked.value,
  () => whole.value && offered.value?.may === true,
);
const weeks = computed(() => (whole.value && !unplanned.value ? (plan.value?.weeks ?? []) : []));
/** Why there can be no such course, in the server's words. */
const problem = computed(() => {
  if (!whole.value) return "";
  return unplanned.value ? wrong(unplanned.value) : (plan.value?.problem ?? "");
});
const counted = computed(() => form.run === "units" || (form.run !== "none" && form.dates === "none"));

async function begin(): Promise<void> {
  refused.value = "";
  try {
    if (form.from) {
      const made = await copy.mutateAsync({ slug: form.from, title: form.title, code: form.code });
      saved();
      return void (await router.push(setupPath(made.slug, "move")));
    }
    const made = await make.mutateAsync({ code: form.code, title: form.title, credits: 0, ...asked.value });
    saved();
    await router.push(setupPath(made.slug, "begin"));
  } catch (failure) {
    refused.value = wrong(failure);
  }
}
</script>

<template>
  <NothingHere v-if="error && !offered" :message="wrong(error)" />
  <main v-else-if="offered && !offered.may" id="content" class="first-page">
    <h1 class="mb-2 text-[26px] font-bold">{{ t("begin.title") }}</h1>
    <p class="card max-w-[72ch] p-5">{{ t("begin.mayNot") }}</p>
  </main>
  <main v-else-if="offered" id="content" class="first-page">
    <h1 class="mb-1 text-[26px] font-bold">{{ t("begin.title") }}</h1>
    <p class="mb-4 max-w-[72ch] text-soft">{{ t("begin.line") }}</p>
    <form class="grid gap-4" @submit.prevent="begin">
      <section class="card grid gap-3 p-4 sm:grid-cols-[160px_minmax(0,1fr)_minmax(0,300px)]">
        <UiField v-slot="{ field }" :label="t('begin.code')"
          ><input :id="field" v-model="form.code" class="field" required maxlength="20"
        /></UiField>
        <UiField v-slot="{ field }" :label="t('begin.name')"
          ><input :id="field" v-model="form.title" class="field" required maxlength="200"
        /></UiField>
        <UiField v-slot="{ field }" :label="t('begin.from')">
          <select :id="field" v-model="form.from" class="field">
            <option value="">{{ t("begin.fromNothing") }}</option>
            <option v-for="one in offered.courses" :key="one.slug" :value="one.slug">
              {{ [`${one.code} ${one.title}`, one.term].filter(Boolean).join(", ") }}
            </option>
          </select>
        </UiField>
      </section>
      <p v-if="form.from" class="card px-4 py-3">{{ t("begin.copied") }}</p>
      <template v-else>
        <section class="card p-4">
          <h2>{{ t("begin.when") }}</h2>
          <div
            class="mb-3 grid gap-x-6 gap-y-1 sm:grid-cols-2"
            role="radiogroup"
            :aria-label="t('begin.when')"
          >
            <label v-for="term in offered.terms" :key="term.id" class="choice">
              <input v-model="form.dates" type="radio" name="dates" :value="term.id" />
              <b class="font-semibold">{{ term.name }}</b>
              <span class="text-soft">{{
                t("begin.span", { from: times.date(term.first_day), to: times.date(term.last_day) })
              }}</span>
            </label>
            <label class="choice"
              ><input v-model="form.dates" type="radio" name="dates" value="own" />
              {{ t("begin.ownDates") }}</label
            >
            <label class="choice"
              ><input v-model="form.dates" type="radio" name="dates" value="none" />
              {{ t("begin.noDates") }}</label
            >
          </div>
          <div v-if="form.dates === 'own'" class="mb-3 grid gap-3 sm:grid-cols-3">
            <UiField v-slot="{ field }" :label="t('setup.termName')"
              ><input :id="field" v-model="form.own.name" class="field" maxlength="100"
            /></UiField>
            <UiField v-slot="{ field }" :label="t('setup.firstDay')"
              ><input :id="field" v-model="form.own.first_day" class="field figures" type="date" required
            /></UiField>
            <UiField v-slot="{ field }" :label="t('setup.lastDay')"
              ><input :id="field" v-model="form.own.last_day" class="field figures" type="date" required
            /></UiField>
          </div>
          <div v-if="form.dates !== 'none'" class="grid gap-4 lg:grid-cols-[minmax(0,1fr)_260px]">
            <ClassSlots v-model="form.slots" />
            <UiField v-slot="{ field }" :label="t('setup.zone')">
              <UiCombobox
                :field="field"
                on-sheet
                :entries="zones"
                :chosen="form.zone"
                :label="t('setup.zone')"
                :none="t('setup.zoneNone')"
                @choose="(zone) => (form.zone = zone)"
              />
            </UiField>
          </div>
          <TermStrip v-if="weeks.length" class="mt-4" :weeks="weeks" :label="t('begin.weeks')" />
        </section>
        <section class="card p-4">
          <h2>{{ t("begin.run") }}</h2>
          <div class="grid gap-x-6 gap-y-1 sm:grid-cols-2" role="radiogroup" :aria-label="t('begin.run')">
            <label v-for="run in RUNS" :key="run" class="choice"
              ><input v-model="form.run" type="radio" name="run" :value="run" />
              {{ t(`begin.runs.${run}`) }}</label
            >
          </div>
          <div v-if="counted" class="mt-3 w-40">
            <UiField v-slot="{ field }" :label="t('begin.count')"
              ><input
                :id="field"
                v-model.number="form.count"
                class="field figures"
                type="number"
                min="1"
                max="120"
                required
            /></UiField>
          </div>
        </section>
      </template>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex flex-wrap items-center gap-4">
        <UiButton look="main" type="submit" :disabled="busy">{{ t("begin.make") }}</UiButton>
        <template v-if="!form.from">
          <span v-if="problem" role="alert" class="text-late">{{ problem }}</span>
          <span v-else-if="plan && whole" class="text-[15px] text-soft">{{
            t("begin.makes", { n: plan.modules }, plan.modules)
          }}</span>
        </template>
      </div>
    </form>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
h2 {
  margin-bottom: 8px;
  font-size: 16px;
  font-weight: 700;
}
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: center;
  min-height: 30px;
}
</style>
