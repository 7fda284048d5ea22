<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { gradePath, itemPath, questionPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import { leadOf } from "../model/leads";
import { drawWait, LANES, share } from "../model/waits";
import { laneOf } from "@/items/model/lanes";
import { useDealing, type DeskRow } from "../queries";

const DeskQuestion = defineAsyncComponent(() => import("./DeskQuestion.vue"));

/** One thing that waits: since when and until when over the days, what it is, and what deals with it. */
const { row, title, now, from, first } = defineProps<{
  row: DeskRow;
  title: string;
  now: string;
  from: string;
  first: boolean;
}>();
const emit = defineEmits<{ release: [] }>();
const { t } = useI18n();
const times = useTimes(() => row.zone);
const dealing = useDealing();
const answering = ref(false);
const drawn = computed(() => drawWait(row, from, row.zone, now));
const today = computed(() => share(laneOf(now, from, row.zone)));
const left = computed(() => {
  if (row.days_left === null) return "";
  return row.days_left < 0
    ? t("desk.late", { n: -row.days_left }, -row.days_left)
    : t("desk.left", { n: row.days_left }, Math.min(row.days_left, 2));
});
const promise = computed(() => (row.by && row.kind !== "date_check" ? times.value.day(row.by) : ""));
const bar = computed(() => {
  if (!row.since) return "";
  const since = times.value.moment(row.since);
  return row.by ? t("desk.bar", { since, by: times.value.moment(row.by) }) : t("desk.barNoBy", { since });
});
const lead = computed(() => t(`desk.${row.kind}`, { n: row.count }, row.count));
const hint = computed(() => {
  if (row.kind === "behind") return t("desk.behindHint");
  if (row.kind === "unfinished") return t("desk.unfinishedHint");
  if (row.kind === "held") return t("desk.heldHint");
  if (row.kind === "unopened" && row.by) return t("desk.unopenedHint", { at: times.value.day(row.by) });
  if (row.kind === "stale_term") return t("desk.staleHint");
  if (row.kind === "system_silent" && row.since)
    return t("desk.silentHint", { name: row.person, at: times.value.moment(row.since) });
  if (row.kind === "system_away" && row.since)
    return t("desk.awayHint", { name: row.person, at: times.value.moment(row.since) });
  if (row.person && row.since) return t("desk.said", { name: row.person, at: times.value.moment(row.since) });
  return row.since ? t("desk.oldest", { at: times.value.moment(row.since) }) : "";
});
const unsaid = computed(() => (row.lines.length ? row.count - row.lines.length : 0));
const answerWord = computed(() => t(row.kind === "regrade" ? "desk.rule" : "desk.answer"));
const go = computed(() => leadOf(row, t));

async function settle(): Promise<void> {
  if (!(await dealing.settle.mutateAsync({ row, settled: true }).catch(() => null))) return;
  say(t("desk.settled"), {
    label: t("app.undo"),
    run: () => void dealing.settle.mutateAsync({ row, settled: false }),
  });
}

async function remind(): Promise<void> {
  const done = await dealing.remind.mutateAsync(row).catch(() => null);
  if (done) say(t("desk.reminded", { n: done.told }, done.told));
}

async function see(): Promise<void> {
  if (!(await dealing.see.mutateAsync({ row, seen: true }).catch(() => null))) return;
  say(t("desk.seenSaid"), {
    label: t("app.undo"),
    run: () => void dealing.see.mutateAsync({ row, seen: false }),
  });
}
</script>

<template>
  <li class="row" :class="{ first }">
    <div class="when">
      <template v-if="left && promise">
        <b :class="{ 'text-late': (row.days_left ?? 0) < 0 }">{{ left }}</b>
        <span class="sub">{{ promise }}</span>
      </template>
      <span v-else class="sub">{{ t("desk.noPromise") }}</span>
    </div>
    <div class="lanes" :style="{ '--lanes': LANES }">
      <span v-if="bar" class="sr-only">{{ bar }}</span>
      <i
        v-if="drawn.bar"
        class="bar"
        :class="{ cut: drawn.cut }"
        :style="{ left: `${drawn.bar.left}%`, width: `${drawn.bar.width}%` }"
      />
      <i
        v-if="drawn.broken"
        class="broken"
        :style="{ left: `${drawn.broken.left}%`, width: `${drawn.broken.width}%` }"
      />
      <i v-if="drawn.by !== null && row.since" class="by" :style="{ left: `${drawn.by}%` }" />
      <i class="now" :style="{ left: `${today}%` }" />
    </div>
    <div class="what">
      <p class="lead">
        {{ row.class_at ? t("desk.missed", { at: times.moment(row.class_at) }) : lead }}
        <template v-if="row.item"
          >·
          <RouterLink :to="itemPath(row.slug, row.item.id)" class="underline" data-desk>{{
            row.item.title
          }}</RouterLink></template
        >
      </p>
      <p class="sub">
        {{ title }}<template v-if="hint"> · {{ hint }}</template>
      </p>
      <DeskQuestion
        v-if="answering && row.row_id"
        :id="row.row_id"
        :slug="row.slug"
        @close="answering = false"
      />
      <ul v-else-if="row.lines.length" class="lines">
        <li v-for="line in row.lines" :key="line">{{ line }}</li>
        <li v-if="unsaid > 0" class="text-soft">{{ t("desk.more", { n: unsaid }) }}</li>
      </ul>
    </div>
    <div class="act no-print">
      <template v-if="row.kind === 'question' || row.kind === 'regrade'">
        <UiButton
          v-if="!answering"
          :look="first ? 'main' : 'plain'"
          :aria-label="`${answerWord}: ${row.item?.title ?? title}`"
          @click="answering = true"
          >{{ answerWord }}</UiButton
        >
        <UiButton look="text" :to="questionPath(row.slug, row.row_id ?? 0)">{{
          t("desk.toQuestion")
        }}</UiButton>
      </template>
      <UiButton
        v-if="go"
        :look="first ? 'main' : 'plain'"
        :to="go.to"
        :aria-label="`${go.word}: ${row.item?.title ?? title}`"
        >{{ go.word }}</UiButton
      >
      <UiButton
        v-if="row.kind === 'unfinished'"
        :look="first ? 'main' : 'plain'"
        :aria-label="`${t('desk.remind')}: ${row.item?.title ?? title}`"
        :disabled="dealing.remind.isPending.value"
        @click="remind"
        >{{ t("desk.remind") }}</UiButton
      >
      <UiButton
        v-if="row.kind === 'report'"
        :look="first ? 'main' : 'plain'"
        :disabled="dealing.settle.isPending.value"
        @click="settle"
        >{{ t("desk.settle") }}</UiButton
      >
      <UiButton
        v-if="row.kind === 'absence'"
        :look="first ? 'main' : 'plain'"
        :disabled="dealing.see.isPending.value"
        @click="see"
        >{{ t("desk.seen") }}</UiButton
      >
      <template v-if="row.kind === 'held' && row.can_lay_out">
        <UiButton :look="first ? 'main' : 'plain'" @click="emit('release')">{{ t("desk.release") }}</UiButton>
        <UiButton look="text" :to="gradePath(row.slug, row.item?.id ?? 0)">{{ t("desk.grade") }}</UiButton>
      </template>
    </div>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 104px 315px minmax(0, 1fr) 132px;
  gap: 0 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.row:last-child {
  border: 0;
}
.first {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.when {
  padding: 9px 0 9px 14px;
  font-size: 14px;
}
.sub {
  display: block;
  color: var(--ink-soft);
  font-size: 13px;
}
.lanes {
  position: relative;
  background: linear-gradient(90deg, var(--rule-faint) 1px, transparent 1px) 0 0 / calc(100% / var(--lanes))
    100%;
}
.lanes i {
  position: absolute;
  display: block;
}
.bar {
  top: 15px;
  height: 9px;
  background: var(--span);
}
.cut {
  border-left: 3px dotted var(--sheet);
}
.broken {
  top: 15px;
  height: 9px;
  border: 1px solid var(--late);
  border-left: 0;
  background: repeating-linear-gradient(135deg, var(--late) 0 1.5px, var(--sheet) 1.5px 5px);
}
.by {
  top: 9px;
  width: 2.5px;
  height: 21px;
  margin-left: -1.25px;
  background: var(--ink);
}
.now {
  top: 0;
  bottom: -1px;
  width: 2px;
  margin-left: -1px;
  background: var(--now);
}
.what {
  min-width: 0;
  padding: 8px 0;
}
.lead {
  overflow-wrap: anywhere;
  font-weight: 650;
}
.lines {
  margin-top: 2px;
  font-size: 14px;
}
.act {
  display: flex;
  flex-direction: column;
  align-items: flex-end;
  gap: 2px;
  padding: 7px 14px 7px 0;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .when {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  .lanes {
    grid-column: 1 / 3;
    grid-row: 4;
    height: 12px;
    margin: 0 14px;
  }
  .bar,
  .broken {
    top: 2px;
    height: 7px;
  }
  .by {
    top: 0;
    height: 11px;
  }
  .what {
    grid-column: 1 / 3;
    grid-row: 2;
    padding: 0 14px 6px;
  }
  .act {
    grid-row: 1;
    grid-column: 2;
  }
}
</style>
