<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { stepPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import { useSchedule } from "../queries";
import { usePicking, usePlacing } from "../link-queries";

/** What came back from a linked system, as a proposal: with title, points and dates to be changed before it is placed. */
const { slug, picking } = defineProps<{ slug: string; picking: string }>();
const { t } = useI18n();
const wrong = useWrong();
const router = useRouter();
const { data: found, error } = usePicking(
  () => slug,
  () => picking,
);
const { data: schedule } = useSchedule(() => slug);
const times = useTimes(() => schedule.value?.zone ?? "UTC");
const placing = usePlacing(
  () => slug,
  () => picking,
);
interface Row {
  index: number;
  take: boolean;
  title: string;
  points: string;
  take_dates: boolean;
}
const rows = ref<Row[]>([]);
const refused = ref("");
let first = "[]";
const done = ref(false);
useUnsaved(() => !done.value && JSON.stringify(rows.value) !== first);

watch(
  found,
  (now) => {
    if (!now || rows.value.length) return;
    rows.value = now.items
      .filter((one) => !one.refused)
      .map((one) => ({
        index: one.index,
        take: true,
        title: one.title,
        points: one.points,
        take_dates: Boolean(one.due),
      }));
    first = JSON.stringify(rows.value);
  },
  { immediate: true },
);
const left = computed(() => found.value?.items.filter((one) => one.refused) ?? []);
const chosen = computed(() => rows.value.filter((row) => row.take));
const item = (row: Row) => found.value?.items.find((one) => one.index === row.index);
function dates(row: Row): string {
  const one = item(row);
  const said = (["opens", "due", "closes"] as const).flatMap((name) => {
    const at = one?.[name];
    return at ? [t(`links.dates.${name}`, { at: times.value.moment(at) })] : [];
  });
  return said.join(", ");
}
const week = computed(() =>
  found.value?.module_key ? stepPath(slug, found.value.module_key, true) : `/c/${slug}`,
);

async function place(): Promise<void> {
  refused.value = "";
  try {
    const items = chosen.value.map((row) => ({
      index: row.index,
      title: row.title,
      points: row.points === "" ? null : Number(row.points),
      take_dates: row.take_dates,
    }));
    await placing.mutateAsync(items);
    done.value = true;
    say(t("links.placed", { n: items.length }, items.length));
    await router.push(week.value);
  } catch (error_) {
    refused.value = wrong(error_);
  }
}
</script>

<template>
  <NothingHere v-if="error && !found" :message="wrong(error)" />
  <main v-else-if="found" id="content" class="place-page">
    <h1 class="text-[24px] font-bold">{{ t("links.picked") }}</h1>
    <p class="mb-4 text-soft">{{ t("links.pickedPlace", { place: found.place, system: found.system }) }}</p>
    <p v-if="found.said" class="card mb-4 px-4 py-3">
      {{ t("links.said", { system: found.system, text: found.said }) }}
    </p>
    <p v-if="found.placed" class="card px-4 py-3">{{ t("links.pickedPlaced") }}</p>
    <p v-else-if="!found.came" class="card px-4 py-3 text-soft">
      {{ t("links.pickedWaits", { system: found.system }) }}
    </p>
    <p v-else-if="!found.items.length" class="card px-4 py-3 text-soft">{{ t("links.pickedNothing") }}</p>
    <form v-else class="grid max-w-[900px] gap-3" @submit.prevent="place">
      <fieldset v-for="row in rows" :key="row.index" class="card grid gap-2 px-4 py-3">
        <legend class="sr-only">{{ item(row)?.title }}</legend>
        <UiCheck v-model="row.take" :label="t('links.takeIt')" />
        <div class="one">
          <label class="text-[14px]"
            >{{ t("links.itemTitle") }}
            <input v-model="row.title" class="field" required maxlength="200" :disabled="!row.take"
          /></label>
          <label class="text-[14px]"
            >{{ t("links.points") }}
            <input
              v-model="row.points"
              class="field figures"
              inputmode="decimal"
              pattern="[0-9]*[.]?[0-9]*"
              :disabled="!row.take"
          /></label>
        </div>
        <template v-if="dates(row)">
          <p class="figures text-[14px]">{{ dates(row) }}</p>
          <UiCheck v-model="row.take_dates" :label="t('links.takeDates')" />
        </template>
        <p v-else class="text-[14px] text-soft">{{ t("links.noDates") }}</p>
      </fieldset>
      <p v-for="one in left" :key="one.index" class="text-soft">{{ one.title }}: {{ one.refused }}</p>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <p class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!chosen.length || placing.isPending.value">{{
          t("links.place")
        }}</UiButton>
        <UiButton look="text" :to="week">{{ t("links.toWeek") }}</UiButton>
      </p>
    </form>
    <p v-if="found.placed || !found.items.length" class="mt-3">
      <UiButton :to="week">{{ t("links.toWeek") }}</UiButton>
    </p>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px;
  gap: 12px;
}
</style>
