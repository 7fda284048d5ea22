<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { computed, ref, watchEffect } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import { useWrong } from "@/frame/writes";
import { useMe } from "@/frame/queries";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import ShortcutList from "@/frame/ShortcutList.vue";
import { alongKeys, shortcutsOpen, useKeys } from "@/frame/shortcuts";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import DeskRowLine from "../components/DeskRow.vue";
import { daysFrom, firstDay, LANES } from "../model/waits";
import { useBehind, useDealing, useDesk, type DeskRow } from "../queries";

/** All that waits for a teacher over their courses, the oldest promise first. The course filter stands in the address. */
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { data: desk, error } = useDesk();
const { data: me } = useMe();
const { data: behind, isPending: looking } = useBehind();
const { release } = useDealing();
const releasing = ref<DeskRow | null>(null);

const course = computed(() => String(route.query.course ?? ""));
const all = computed(() => [...(desk.value?.rows ?? []), ...(behind.value?.rows ?? [])]);
const shown = computed(() => all.value.filter((r) => !course.value || r.slug === course.value));
const zone = computed(() => shown.value[0]?.zone ?? all.value[0]?.zone ?? "UTC");
const times = useTimes(() => zone.value);
const from = computed(() => firstDay(desk.value?.now ?? new Date().toISOString(), zone.value));
const promises = computed(() => shown.value.filter((r) => r.since && r.days_left !== null));
const broken = computed(() => promises.value.filter((r) => (r.days_left ?? 0) < 0).length);
const next = computed(() => promises.value.find((r) => (r.days_left ?? -1) >= 0)?.by ?? null);
const titles = computed(() =>
  Object.fromEntries((desk.value?.courses ?? []).map((c) => [c.slug, `${c.code} ${c.title}`])),
);

watchEffect(() => (document.title = `${t("desk.title")} · Unvo`));

useKeys(() => ({ "?": () => (shortcutsOpen.value = true), ...alongKeys("[data-desk]") }));

function choose(event: Event): void {
  const slug = valueOf(event);
  void router.replace({ query: slug ? { course: slug } : {} });
}

async function letOut(): Promise<void> {
  const row = releasing.value;
  if (!row) return;
  const out = await release.mutateAsync(row).catch(() => null);
  releasing.value = null;
  if (out) say(t("desk.out", { n: out.scores }, out.scores));
}
</script>

<template>
  <NothingHere v-if="error && !desk" :message="wrong(error)" />
  <main v-else-if="desk" id="content" class="first-page">
    <header class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-1">
      <h1 class="text-[26px] font-bold">{{ t("desk.title") }}</h1>
      <p v-if="desk.courses.length" class="text-[15px] text-soft">
        {{ t("desk.count", { n: shown.length }, shown.length) }}
        <b v-if="broken" class="text-late">{{ t("desk.broken", { n: broken }, broken) }}</b>
        <template v-if="next">{{ t("desk.firstBy", { at: times.moment(next) }) }}</template>
      </p>
      <UiButton v-if="me?.makes_courses" class="ml-auto" to="/new-course">{{
        t("begin.newCourse")
      }}</UiButton>
      <label
        v-if="desk.courses.length > 1"
        class="no-print text-[13.5px] text-soft"
        :class="{ 'ml-auto': !me?.makes_courses }"
      >
        {{ t("desk.course") }}
        <select class="field mt-1" :value="course" @change="choose">
          <option value="">{{ t("desk.all") }}</option>
          <option v-for="one in desk.courses" :key="one.slug" :value="one.slug">
            {{ titles[one.slug] }}
          </option>
        </select>
      </label>
    </header>
    <p v-if="!desk.courses.length" class="card p-5 text-soft">{{ t("desk.noCourse") }}</p>
    <p v-else-if="!shown.length && !looking" class="card p-5 text-soft">{{ t("desk.empty") }}</p>
    <div v-else class="card">
      <div class="head" aria-hidden="true">
        <span class="pl-3.5">{{ t("desk.by") }}</span>
        <span class="days" :style="{ '--lanes': LANES }">
          <span v-for="day in daysFrom(from)" :key="day">{{ times.lane(day).split(" ")[1] }}</span>
        </span>
        <span>{{ t("desk.what") }}</span>
      </div>
      <ol :aria-label="t('desk.list')">
        <DeskRowLine
          v-for="(row, n) in shown"
          :key="`${row.kind}-${row.slug}-${row.item?.id}-${row.row_id}`"
          :row="row"
          :title="titles[row.slug] ?? row.code"
          :now="desk.now"
          :from="from"
          :first="n === 0"
          @release="releasing = row"
        />
      </ol>
      <p v-if="looking" class="px-3.5 py-2 text-[14px] text-soft" role="status">{{ t("desk.looking") }}</p>
    </div>
    <UiDialog :open="releasing !== null" :title="t('desk.release')" @close="releasing = null">
      <p class="mb-4">
        {{
          t(
            "desk.releaseSure",
            { n: releasing?.count ?? 0, item: releasing?.item?.title },
            releasing?.count ?? 0,
          )
        }}
      </p>
      <UiButton look="main" :disabled="release.isPending.value" @click="letOut">{{
        t("desk.release")
      }}</UiButton>
      <UiButton look="text" @click="releasing = null">{{ t("app.cancel") }}</UiButton>
    </UiDialog>
    <ShortcutList />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: 104px 315px minmax(0, 1fr) 132px;
  gap: 0 14px;
  padding: 5px 0 4px;
  border-bottom: 1px solid var(--rule);
  color: var(--ink-soft);
  font-size: 12px;
}
.days {
  display: grid;
  grid-template-columns: repeat(var(--lanes), 1fr);
  font-family: var(--font-mono);
  font-size: 10.5px;
}
@media screen and (max-width: 719px) {
  .head {
    display: none;
  }
}
</style>
