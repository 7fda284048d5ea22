<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { deskPath, itemPath } from "@/frame/addresses";
import { useShelf } from "@/frame/queries";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import ShortcutList from "@/frame/ShortcutList.vue";
import { alongKeys, shortcutsOpen, useKeys } from "@/frame/shortcuts";
import AccessBand from "@/items/components/AccessBand.vue";
import SaidCard from "@/items/components/SaidCard.vue";
import { effortWords } from "@/items/model/states";
import UiButton from "@/ui/button/UiButton.vue";
import { timesIn, useTimes } from "@/ui/moment/zones";
import BudgetDialog from "../components/BudgetDialog.vue";
import DayStrip from "../components/DayStrip.vue";
import TodayItem from "../components/TodayItem.vue";
import { noteSeen, useToday } from "../queries";

const { t, locale } = useI18n();
const router = useRouter();
const wrong = useWrong();
const { data: today, error } = useToday();
const { data: shelf } = useShelf();
const times = useTimes(() => today.value?.zone ?? "");
const budget = ref(false);
const spare = computed(() => today.value?.days[0]?.budget ?? 0);
const overWords = (over: Shapes["Overflow"]): string =>
  t("today.overflow", {
    day: times.value.day(`${over.day}T12:00:00Z`),
    minutes: effortWords(over.minutes, t),
    items: over.items.map((i) => i.item.title).join(", "),
  });
let told = false;

watch(
  [today, shelf],
  ([found, courses]) => {
    if (!found || !courses) return;
    document.title = `${t("today.title")} · Unvo`;
    // Who studies nothing teaches: what waits for them stands on the desk.
    if (!found.courses && courses.some((c) => c.role !== "student")) void router.replace(deskPath);
    if (found.courses && !told) {
      told = true;
      void noteSeen();
    }
  },
  { immediate: true },
);

useKeys(() => ({ "?": () => (shortcutsOpen.value = true), ...alongKeys("[data-today]") }));
</script>

<template>
  <NothingHere v-if="error && !today" :message="wrong(error)" />
  <main
    v-else-if="today && shelf && (today.courses || !shelf.some((c) => c.role !== 'student'))"
    id="content"
    class="first-page"
  >
    <header class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-1">
      <h1>{{ times.day(today.now) }}</h1>
      <p class="text-[15px] text-soft">
        {{
          spare
            ? t("today.planned", { planned: effortWords(today.planned, t), budget: effortWords(spare, t) })
            : t("today.noBudget")
        }}
        <UiButton look="text" @click="budget = true">{{ t("today.change") }}</UiButton>
      </p>
    </header>
    <p v-if="!today.courses" class="card p-5 text-soft">
      {{ t(shelf.length ? "today.noCourses" : "app.noCourses") }}
    </p>
    <template v-else>
      <AccessBand :losses="today.access" :zone="today.zone" named class="mb-3" />
      <section :aria-label="t('today.now')">
        <h2>{{ t("today.now") }}</h2>
        <ol v-if="today.rows.length" class="card">
          <TodayItem
            v-for="(row, n) in today.rows"
            :key="row.item.id"
            :row="row"
            :now="today.now"
            :n="n + 1"
            :first="n === 0"
          />
          <TodayItem
            v-for="row in today.locked"
            :key="row.item.id"
            :row="row"
            :now="today.now"
            :n="null"
            :first="false"
          />
        </ol>
        <p v-else class="card p-4 text-soft">{{ t("today.nothing") }}</p>
        <p v-if="today.overflows[0]" class="mt-2 text-[14px] text-late">
          {{ overWords(today.overflows[0]) }}
        </p>
        <details v-if="today.overflows.length > 1" class="text-[14px] text-late">
          <summary class="min-h-6 cursor-pointer">
            {{ t("today.moreOver", { n: today.overflows.length - 1 }, today.overflows.length - 1) }}
          </summary>
          <p v-for="over in today.overflows.slice(1)" :key="over.day" class="mt-1">{{ overWords(over) }}</p>
        </details>
      </section>
      <DayStrip :today="today" class="mt-4" />
      <section :aria-label="t('today.later')">
        <h2>{{ t("today.later") }}</h2>
        <ol v-if="today.later.length" class="card later">
          <TodayItem
            v-for="row in today.later"
            :key="row.item.id"
            :row="row"
            :now="today.now"
            :n="null"
            :first="false"
            later
          />
        </ol>
        <p v-else class="card p-4 text-soft">{{ t("today.noLater") }}</p>
      </section>
      <section :aria-label="t('today.since')">
        <h2>{{ t("today.since") }}</h2>
        <div v-if="today.said.length" class="mb-2 grid gap-2">
          <SaidCard
            v-for="one in today.said"
            :key="one.announcement.id"
            :said="one.announcement"
            :slug="one.slug"
            :code="one.code"
            :zone="one.zone"
            :now="today.now"
          />
        </div>
        <ul v-if="today.news.length" class="card">
          <li v-for="one in today.news" :key="`${one.item.id}-${one.at}`" class="news">
            <span class="figures text-soft">{{ timesIn(locale, one.zone).moment(one.at) }}</span>
            <RouterLink :to="itemPath(one.slug, one.item.id)">{{
              t("today.score", { points: one.points, possible: one.possible, item: one.item.title })
            }}</RouterLink>
            <span class="text-[13px] text-soft"
              >{{ one.code }}<template v-if="one.has_comment">, {{ t("today.comment") }}</template></span
            >
          </li>
        </ul>
        <p v-else-if="!today.said.length" class="card p-4 text-soft">
          {{ t("today.noNews", { at: times.moment(today.since) }) }}
        </p>
      </section>
    </template>
    <BudgetDialog v-if="budget" :minutes="today.budget" @close="budget = false" />
    <ShortcutList />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
h1 {
  font-size: 27px;
  font-weight: 700;
  line-height: 1.1;
}
h2 {
  margin: 16px 0 6px;
  font-size: 16px;
  font-weight: 700;
}
.later {
  border-left: 4px solid var(--now);
}
.news {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 7px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.news:last-child {
  border: 0;
}
@media screen and (max-width: 719px) {
  .first-page {
    padding-inline: 0;
  }
  header,
  h2,
  .first-page p:not(.card) {
    margin-inline: 14px;
  }
  header p {
    margin-inline: 0 !important;
  }
}
</style>
