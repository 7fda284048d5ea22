<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { laneOf } from "@/items/model/lanes";
import { useTimes } from "@/ui/moment/zones";

/** The class over the days, the moments by which one's part is wanted, and one's own posts in it. */
const { page } = defineProps<{ page: Shapes["TalkPage"] }>();
const { t } = useI18n();
const times = useTimes(() => page.zone);
const MOST_DAYS = 14;
const MOST_MARKS = 4;
const DAY_MS = 86_400_000;

const wants = computed(() => page.part?.wants.filter((w) => w.by) ?? []);
const moments = computed(() =>
  [
    page.opens,
    page.lane[0]?.at,
    page.lane.at(-1)?.at,
    page.due,
    ...wants.value.map((w) => w.by),
    page.opens ? null : page.now,
  ].filter((at): at is string => !!at),
);
const first = computed(() => {
  const days = moments.value.map((at) => times.value.isoDay(at)).sort();
  const [from = times.value.isoDay(page.now), to = from] = [days[0], days.at(-1)];
  const all = Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS) + 1;
  return { from, all };
});
const days = computed(() =>
  first.value.all <= MOST_DAYS
    ? Array.from({ length: first.value.all }, (_, n) =>
        new Date(Date.parse(`${first.value.from}T00:00Z`) + n * DAY_MS).toISOString().slice(0, 10),
      )
    : [],
);
const at = (iso: string): number => (laneOf(iso, first.value.from, page.zone) / first.value.all) * 100;
const inside = (iso: string): boolean => at(iso) >= 0 && at(iso) <= 100;
const slot = computed(() => (page.lane_minutes / 1440 / first.value.all) * 100);

interface Mark {
  left: number;
  top: number;
  reply: boolean;
  own: boolean;
}
/** Up to a few marks a stretch, one above the other: squares for posts, rounds for replies. */
const marks = computed<Mark[]>(() =>
  page.lane.flatMap((s) => {
    const left = at(s.at) + slot.value / 2;
    const column = (count: number, reply: boolean, own: boolean, from: number): Mark[] =>
      Array.from({ length: Math.min(count, MOST_MARKS) }, (_, n) => ({ left, top: from + n, reply, own }));
    const posts = column(s.posts, false, false, 0);
    return [
      ...posts,
      ...column(s.replies, true, false, posts.length).slice(0, MOST_MARKS + 1 - posts.length),
      ...column(s.own_posts, false, true, 0).slice(0, 1),
      ...column(s.own_replies, true, true, 0).slice(0, 1),
    ];
  }),
);
const totals = computed(() => page.totals);
const classOnly = computed(() => ({
  posts: totals.value.posts - totals.value.own_posts,
  replies: totals.value.replies - totals.value.own_replies,
}));
const counted = (posts: number, replies: number): string =>
  [t("talk.posts", posts), t("talk.replies", replies)].join(", ");
const words = computed(() =>
  t("talk.laneWords", {
    class: counted(totals.value.posts, totals.value.replies),
    own: counted(totals.value.own_posts, totals.value.own_replies),
  }),
);
</script>

<template>
  <div class="lane" role="img" :aria-label="words">
    <div class="side">
      <b>{{ t("talk.theClass") }}</b><br /><span class="soft">{{
        counted(classOnly.posts, classOnly.replies)
      }}</span>
      <template v-if="!page.teaching">
        <div class="gap" />
        <b class="own">{{ t("talk.you") }}</b><br /><span class="soft">{{
          counted(totals.own_posts, totals.own_replies)
        }}</span>
      </template>
    </div>
    <div class="days" :style="{ '--days': days.length || 1 }">
      <div v-for="day in days" :key="day" class="day" :class="{ today: day === times.isoDay(page.now) }">
        {{ times.lane(day) }}
      </div>
      <span v-if="inside(page.now)" class="now" :style="{ left: `${at(page.now)}%` }" />
      <span
        v-for="(mark, n) in marks"
        :key="n"
        class="mark"
        :class="{ re: mark.reply, me: mark.own }"
        :style="{ left: `${mark.left}%`, top: mark.own ? '68px' : `${28 + mark.top * 8}px` }"
      />
      <span
        v-for="want in wants"
        :key="want.key"
        class="by"
        :class="{ met: want.have >= want.count, far: at(want.by!) < 25 }"
        :style="{ left: `${at(want.by!)}%` }"
      >
        <span class="said">{{
          want.have >= want.count
            ? t(`talk.byDone.${want.what}`)
            : t(`talk.byOpen.${want.what}`, { n: want.count, have: want.have }, want.count)
        }}</span>
      </span>
      <span v-if="page.teaching && page.due" class="by" :style="{ left: `${at(page.due)}%` }">
        <span class="said">{{ t("talk.dueHere") }}</span>
      </span>
    </div>
  </div>
</template>

<style scoped>
.lane {
  display: grid;
  grid-template-columns: 142px 1fr;
  height: 100px;
  margin: 12px 0 4px;
  overflow: hidden;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
}
.side {
  padding: 5px 8px;
  font-size: 12.5px;
  line-height: 1.3;
}
.soft {
  color: var(--ink-soft);
}
.gap {
  height: 5px;
}
.own {
  color: var(--deep);
}
.days {
  position: relative;
  display: grid;
  grid-template-columns: repeat(var(--days), 1fr);
  border-left: 1px solid var(--rule);
}
.day {
  padding: 5px 7px;
  overflow: hidden;
  border-left: 1px solid var(--rule-faint);
  color: var(--ink-soft);
  font: 12px var(--font-mono);
  white-space: nowrap;
}
.day:first-child {
  border: 0;
}
.today {
  color: var(--ink);
  font-weight: 700;
}
.mark {
  position: absolute;
  width: 7px;
  height: 7px;
  margin-left: -3.5px;
  background: var(--span);
}
.re {
  border-radius: 50%;
}
.me {
  width: 11px;
  height: 11px;
  margin-left: -5.5px;
  background: var(--deep);
}
.by {
  position: absolute;
  top: 26px;
  bottom: 5px;
  width: 2.5px;
  margin-left: -2.5px;
  background: var(--ink);
}
.said {
  position: absolute;
  right: 6px;
  bottom: 0;
  padding: 0 3px;
  background: var(--sheet);
  font-size: 12px;
  font-weight: 650;
  white-space: nowrap;
}
.far .said {
  right: auto;
  left: 5px;
}
.now {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--now);
}
@media (max-width: 719px) {
  .lane {
    grid-template-columns: 84px 1fr;
  }
  .day {
    padding: 5px 3px;
    font-size: 10px;
  }
  .said {
    display: none;
  }
}
</style>
