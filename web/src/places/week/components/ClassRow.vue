<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { classPath } from "@/frame/addresses";
import { useTimes } from "@/ui/moment/zones";
import { drawMeeting } from "@/items/model/lanes";

/** The classes of a week, each where it stands over the days; on narrow screens by their names. */
const { classes, slug, firstDay, zone, now, upcoming } = defineProps<{
  classes: Shapes["ClassMeeting"][];
  slug: string;
  firstDay: string;
  zone: string;
  now: string;
  upcoming: Shapes["ClassMeeting"] | null;
}>();
const { t } = useI18n();
const times = useTimes(() => zone);
const drawn = computed(() =>
  classes.map((one) => ({
    ...one,
    left: drawMeeting(one.start, firstDay, zone),
    past: Date.parse(one.end) <= Date.parse(now),
    name: [
      t("week.classOn", { n: one.number, day: times.value.moment(one.start) }),
      one.day_type && t("term.dayType", { type: one.day_type }),
    ]
      .filter(Boolean)
      .join(" · "),
  })),
);
const detail = computed(() => {
  if (upcoming)
    return t("week.nextClass", {
      n: upcoming.number,
      at: times.value.moment(upcoming.start),
      place: upcoming.place,
    });
  return [...new Set(classes.map((one) => one.place).filter(Boolean))].join(" · ");
});
/** On a narrow screen it stands by its name already. */
const listed = computed(() => classes.some((one) => one.number === upcoming?.number));
</script>

<template>
  <section class="classes" :aria-label="t('week.classes')">
    <span class="name">{{ t("week.classes") }}</span>
    <div class="chips">
      <RouterLink
        v-for="one in drawn"
        :key="one.number"
        :to="classPath(slug, one.number)"
        class="chip"
        :class="{ past: one.past }"
        :style="{ '--at': one.left }"
        :aria-label="one.name"
        :title="one.name"
        ><span class="brief">{{ one.number }}</span
        ><span class="whole">{{ one.name }}</span></RouterLink
      >
    </div>
    <span class="detail" :class="{ listed }">{{ detail }}</span>
  </section>
</template>

<style scoped>
.classes {
  display: grid;
  grid-template-columns: var(--sheet-columns);
  min-height: 33px;
  align-items: center;
  border-bottom: 1px solid var(--rule-faint);
  color: var(--ink-soft);
  font-size: 12.5px;
}
.name {
  grid-column: 2;
  font: 650 13px var(--font-head);
}
.chips {
  position: relative;
  align-self: stretch;
  background: linear-gradient(90deg, var(--rule-faint) 1px, transparent 1px) 0 0 / calc(100% / 7) 100%;
}
.chip {
  position: absolute;
  top: calc(50% - 12px);
  left: min(calc(var(--at) * 1%), calc(100% - 28px));
  min-width: 28px;
  height: 24px;
  padding: 0 4px;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: 600 12px/22px var(--font-mono);
  text-align: center;
}
.past {
  border-color: var(--span);
  color: var(--ink-soft);
  font-weight: 400;
}
.whole {
  display: none;
}
.detail {
  padding-left: 12px;
}
@media screen and (max-width: 719px) {
  .classes {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    padding: 6px 14px;
  }
  .chips {
    display: contents;
  }
  .chip {
    position: static;
    height: auto;
    padding: 3px 0;
    border: 0;
    background: none;
    font: inherit;
    text-decoration: underline;
  }
  .brief {
    display: none;
  }
  .whole {
    display: inline;
  }
  .detail {
    flex-basis: 100%;
    padding: 0;
  }
  .listed {
    display: none;
  }
}
</style>
