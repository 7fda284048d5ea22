<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { useWrong } from "@/frame/writes";
import { itemPath } from "@/frame/addresses";
import { useRibbon } from "@/frame/queries";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useKeys } from "@/frame/shortcuts";
import { useTimes } from "@/ui/moment/zones";
import ClassRow from "../components/ClassRow.vue";
import LaterBand from "../components/LaterBand.vue";
import AccessBand from "@/items/components/AccessBand.vue";
import SaidBand from "../components/SaidBand.vue";
import SheetHead from "../components/SheetHead.vue";
import SheetLegend from "../components/SheetLegend.vue";
import StudentRows from "../components/StudentRows.vue";
import { nowShare } from "@/items/model/lanes";
import { useSheet } from "../queries";

const TeacherRows = defineAsyncComponent(() => import("../components/TeacherRows.vue"));
const NewModule = defineAsyncComponent(() => import("../components/NewModule.vue"));

const { slug, routeKey } = defineProps<{ slug: string; routeKey: string }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const { data: sheet, error } = useSheet(
  () => slug,
  () => routeKey,
);
const { data: ribbon } = useRibbon(() => slug);
const times = useTimes(() => sheet.value?.zone ?? "");
const nowAt = computed(() =>
  sheet.value?.first_day ? nowShare(sheet.value.now, sheet.value.first_day, sheet.value.zone) : null,
);
const today = computed(() => (sheet.value ? Math.floor(((nowAt.value ?? -100) / 100) * 7) : -1));

/** What is pinned or not read yet stands above the week's work, the rest of what was said under it. A rare one that is
 * not read stands over the whole course. What was new stays where it stood while one looks at it. */
const quiet = computed(() => sheet.value?.teaching ?? false);
const first = new Set<number>();
const fresh = computed(() => {
  for (const one of sheet.value?.said ?? []) if (one.pinned || (one.said && !one.read)) first.add(one.id);
  return (sheet.value?.said ?? []).filter(
    (one) => first.has(one.id) && !(one.rare && !one.read) && !quiet.value,
  );
});
const known = computed(() =>
  (sheet.value?.said ?? []).filter(
    (one) => quiet.value || (!first.has(one.id) && !fresh.value.includes(one)),
  ),
);

/** In the week in which it is, the class that comes next. */
const upcoming = computed(() => {
  const found = ribbon.value?.next_class ?? null;
  return found && ribbon.value?.current === sheet.value?.key ? found : null;
});

function along(by: number): void {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("[data-item] .name")];
  const at = links.findIndex((l) => l === document.activeElement);
  links[at < 0 ? 0 : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}

function openNext(): void {
  const next = sheet.value?.next_item_id;
  if (next) void router.push(itemPath(slug, next));
}

useKeys(() => ({ j: () => along(1), k: () => along(-1), n: openNext }));
</script>

<template>
  <NothingHere v-if="error && !sheet" :message="wrong(error)" />
  <main v-else-if="sheet" id="content" class="pb-24">
    <SheetHead :sheet="sheet" :slug="slug" />
    <AccessBand :losses="sheet.access" :zone="sheet.zone" class="mx-3.5 mb-3 sm:mx-6" />
    <SaidBand :said="fresh" :sheet="sheet" :slug="slug" class="mb-3" />
    <div
      v-if="sheet.modules.length || sheet.classes.length"
      class="card sheet"
      :class="{ undated: !sheet.first_day, teaching: sheet.teaching }"
    >
      <div class="heads">
        <span />
        <span>{{ t("week.order") }}</span>
        <div v-if="sheet.first_day" class="days">
          <span v-for="(day, n) in sheet.days" :key="day" class="figures" :class="{ today: n === today }">{{
            times.lane(day)
          }}</span>
        </div>
        <span class="pl-3">{{ t(sheet.teaching ? "week.class" : "week.stands") }}</span>
      </div>
      <div class="relative">
        <div v-if="nowAt !== null" class="now-frame" aria-hidden="true">
          <div
            class="now-line"
            :data-at="`${times.day(sheet.now).split(' ')[0]} ${times.clock(sheet.now)}`"
            :style="{ left: `${nowAt}%` }"
          />
        </div>
        <ClassRow
          v-if="sheet.first_day && sheet.classes.length"
          :classes="sheet.classes"
          :slug="slug"
          :first-day="sheet.first_day"
          :zone="sheet.zone"
          :now="sheet.now"
          :upcoming="upcoming"
        />
        <template v-for="module in sheet.modules" :key="module.id">
          <TeacherRows v-if="sheet.teaching" :module="module" :sheet="sheet" :slug="slug" :now-at="nowAt" />
          <StudentRows v-else :module="module" :sheet="sheet" :slug="slug" :now-at="nowAt" />
        </template>
      </div>
    </div>
    <SheetLegend v-if="sheet.first_day && sheet.modules.length" />
    <SaidBand :said="known" :sheet="sheet" :slug="slug" class="mt-4" />
    <p v-if="!sheet.modules.length" class="card mx-3.5 p-5 text-soft sm:mx-6">
      <template v-if="sheet.break_name">{{ t("week.break", { name: sheet.break_name }) }}</template>
      <template v-else>{{ t(sheet.can_lay_out ? "week.emptyTeacher" : "week.empty") }}</template>
    </p>
    <div class="px-3.5 sm:px-6">
      <LaterBand
        v-for="later in sheet.later"
        :key="later.item.id"
        :later="later"
        :slug="slug"
        :zone="sheet.zone"
      />
      <NewModule
        v-if="sheet.can_lay_out && (!sheet.break_name || sheet.key.length < 3)"
        :slug="slug"
        :week="sheet.dated ? Number(sheet.key) : null"
        :modules="sheet.modules"
      />
    </div>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.sheet {
  --sheet-columns: 36px minmax(160px, 372px) minmax(210px, 490px) minmax(220px, 1fr);
  margin: 0 24px;
}
.sheet.teaching {
  --sheet-columns: 54px minmax(160px, 416px) minmax(210px, 440px) minmax(200px, 1fr) 40px;
}
.sheet.undated {
  --sheet-columns: 36px minmax(200px, 1fr) minmax(250px, 1fr);
}
.sheet.undated.teaching {
  --sheet-columns: 54px minmax(200px, 1fr) minmax(250px, 1fr) 40px;
}
.heads {
  display: grid;
  grid-template-columns: var(--sheet-columns);
  height: 34px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  color: var(--ink-soft);
  font-size: 12px;
}
.days {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  height: 100%;
}
.days span {
  display: flex;
  align-items: center;
  padding-left: 6px;
  border-left: 1px solid var(--rule-faint);
}
.today {
  color: var(--ink);
  font-weight: 700;
}
.now-frame {
  position: absolute;
  inset: -34px 0 0;
  display: grid;
  grid-template-columns: var(--sheet-columns);
  pointer-events: none;
}
.now-line {
  position: relative;
  z-index: 3;
  grid-column: 3;
  width: 2px;
  margin-left: -1px;
  background: var(--now);
}
.now-line::before {
  content: attr(data-at);
  position: absolute;
  top: 0;
  left: 50%;
  padding: 1px 6px;
  border-radius: 2px;
  background: var(--now);
  color: var(--on-now);
  font: 600 11px var(--font-mono);
  white-space: nowrap;
  transform: translate(-50%, -100%);
}
@media screen and (max-width: 719px) {
  .sheet {
    margin: 0;
    border-inline: 0;
    border-radius: 0;
  }
  .heads,
  .now-frame {
    display: none;
  }
}
</style>
