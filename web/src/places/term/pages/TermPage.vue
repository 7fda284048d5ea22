<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { useWrong } from "@/frame/writes";
import { setupPath, termPath } from "@/frame/addresses";
import { useRibbon } from "@/frame/queries";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import MapEntry from "../components/MapEntry.vue";
import MoveBar from "../components/MoveBar.vue";
import TermAgenda from "../components/TermAgenda.vue";
import TermGrid from "../components/TermGrid.vue";
import TermMonths from "../components/TermMonths.vue";
import TermPoints from "../components/TermPoints.vue";
import { useShift, useTerm } from "../queries";

const CalendarDialog = defineAsyncComponent(() => import("../components/CalendarDialog.vue"));
const VIEWS = ["map", "month", "agenda", "points"] as const;

const { slug, view } = defineProps<{ slug: string; view: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: term, error } = useTerm(() => slug);
const { data: ribbon } = useRibbon(() => slug);
const shift = useShift(() => slug);
const said = useSaid(() => slug);
const times = useTimes(() => term.value?.zone ?? "");
const chosen = ref<number[]>([]);
const calendar = ref(false);
const empty = computed(() => term.value?.weeks.every((w) => w.days.every((d) => !d.entries.length)));

function choose(id: number): void {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((c) => c !== id) : [...chosen.value, id];
}

/** What is moved: all that is chosen when the one in hand is among them, else that one alone. */
async function move(ids: number[], days: number, classes = 0): Promise<void> {
  const change = await shift.mutateAsync({ item_ids: ids, days, classes }).catch(() => null);
  if (!change) return;
  said(t("term.movedMany", { n: ids.length }, ids.length), change);
  requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-entry="${ids[0]}"]`)?.focus());
}
const shiftOne = (id: number, days: number): void =>
  void move(chosen.value.includes(id) ? chosen.value : [id], days);
</script>

<template>
  <NothingHere v-if="error && !term" :message="wrong(error)" />
  <main v-else-if="term" id="content" class="pb-24">
    <div class="head">
      <div class="min-w-0">
        <h1>{{ term.term }}</h1>
        <div class="text-[14px] text-soft sm:text-[15px]">
          {{
            t("term.line", {
              range: times.range(term.first_day, term.last_day),
              points: term.points,
              n: term.classes,
            })
          }}
        </div>
      </div>
      <div class="no-print ml-auto flex flex-wrap items-center gap-3">
        <a :href="`/api/courses/${slug}/print/term`" class="text-[14px]">{{ t("term.print") }}</a>
        <UiButton look="text" @click="calendar = true">{{ t("term.calendar") }}</UiButton>
        <nav class="seg" :aria-label="t('term.views')">
          <RouterLink
            v-for="name in VIEWS"
            :key="name"
            :to="termPath(slug, name)"
            :class="{ on: name === view }"
            :aria-current="name === view ? 'page' : undefined"
            >{{ t(`term.${name}`) }}</RouterLink
          >
        </nav>
      </div>
    </div>
    <div v-if="empty" class="card mx-3.5 p-5 text-soft sm:mx-6">
      {{ t(term.can_lay_out ? "term.emptyTeacher" : "term.empty") }}
      <UiButton v-if="term.can_lay_out" look="main" class="ml-3" :to="setupPath(slug, 'rhythm')">{{
        t("term.toRhythm")
      }}</UiButton>
    </div>
    <TermGrid
      v-if="view === 'map'"
      :term="term"
      :slug="slug"
      :current="ribbon?.current ?? ''"
      :chosen="chosen"
      @choose="choose"
      @shift="shiftOne"
    />
    <TermMonths v-else-if="view === 'month'" :term="term" :slug="slug" />
    <TermAgenda v-else-if="view === 'agenda'" :term="term" :slug="slug" />
    <TermPoints v-else :term="term" :slug="slug" />
    <section v-if="term.outside.length && view !== 'points'" class="card outside">
      <h2>{{ t("term.outside") }}</h2>
      <div v-for="entry in term.outside" :key="entry.row.id" class="flex gap-3">
        <MapEntry
          :entry="entry"
          :slug="slug"
          :term="term"
          :chosen="chosen.includes(entry.row.id)"
          long
          @choose="choose(entry.row.id)"
          @shift="(days) => shiftOne(entry.row.id, days)"
        />
        <span class="figures text-late">{{ times.moment(entry.at) }}</span>
      </div>
    </section>
    <p
      v-if="term.can_lay_out && view === 'map' && !chosen.length"
      class="no-print mx-6 mt-2 text-[13px] text-soft"
    >
      {{ t("term.teach") }}
    </p>
    <MoveBar
      v-if="chosen.length && view === 'map'"
      :count="chosen.length"
      @move="(days, classes) => move(chosen, days, classes)"
      @none="chosen = []"
    />
    <CalendarDialog v-if="calendar" :slug="slug" :zone="term.zone" @close="calendar = false" />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: flex-end;
  padding: 14px 24px 10px;
}
h1 {
  font-size: 27px;
  font-weight: 700;
  line-height: 1.15;
}
.seg {
  display: flex;
  overflow: hidden;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
}
.seg a {
  padding: 5px 13px;
  border-left: 1px solid var(--rule);
  color: var(--ink-soft);
  font-size: 14px;
  text-decoration: none;
}
.seg a:first-child {
  border: 0;
}
.seg .on {
  background: var(--ink);
  color: var(--sheet);
}
.outside {
  margin: 12px 24px;
  padding: 10px 14px;
  border-left: 4px solid var(--late);
}
.outside h2 {
  font-size: 15px;
  font-weight: 700;
}
@media screen and (max-width: 719px) {
  .head {
    padding: 12px 14px 8px;
  }
  h1 {
    font-size: 22px;
  }
}
</style>
