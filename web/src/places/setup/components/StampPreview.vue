<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";

/** The term as the rhythm would fill it: weeks down, its items beside their moments. */
const { stamping, weeks } = defineProps<{ stamping: Shapes["Stamping"]; weeks: number[] }>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => stamping.zone);
const rows = computed(() =>
  weeks
    .map((week) => ({ week, items: stamping.items.filter((i) => i.week === week) }))
    .filter((r) => r.items.length),
);
</script>

<template>
  <section class="mt-5" :aria-label="t('rhythm.preview')">
    <p class="mb-2" role="status">
      <b>{{
        t("rhythm.summary", {
          new: stamping.new,
          changed: stamping.changed,
          kept: stamping.kept,
          same: stamping.same,
        })
      }}</b>
      <span v-if="!stamping.new && !stamping.changed" class="text-soft"> · {{ t("rhythm.nothing") }}</span>
    </p>
    <p v-for="problem in stamping.problems" :key="problem" class="text-[14px] text-late">{{ problem }}</p>
    <div class="card">
      <div v-for="row in rows" :key="row.week" class="week">
        <b class="figures">{{ row.week }}</b>
        <ul>
          <li
            v-for="item in row.items"
            :key="`${item.step}-${item.title}-${item.what}`"
            class="item"
            :class="item.what"
          >
            <span class="min-w-0"
              >{{ item.title }}
              <span class="text-soft"
                >· {{ kinds.word(item.kind) }}<template v-if="item.part"> · {{ item.part }}</template></span
              ></span
            >
            <span class="figures text-soft">{{ item.opens ? times.moment(item.opens) : "" }}</span>
            <span class="figures">{{ item.due ? times.moment(item.due) : t("rhythm.never") }}</span>
            <span class="text-[13px]">{{ t(`rhythm.what.${item.what}`) }}</span>
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.week {
  display: grid;
  grid-template-columns: 44px 1fr;
  padding: 5px 12px;
  border-bottom: 1px solid var(--rule-faint);
}
.week:last-child {
  border: 0;
}
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 140px 140px 190px;
  gap: 10px;
  font-size: 14px;
}
.same,
.kept {
  color: var(--ink-soft);
}
.new > :first-child,
.changed > :first-child {
  font-weight: 650;
}
@media screen and (max-width: 719px) {
  .item {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
