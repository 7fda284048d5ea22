<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { say } from "@/ui/notice/notices";
import UiButton from "@/ui/button/UiButton.vue";
import { timesIn, useTimes } from "@/ui/moment/zones";
import { useAllowances, useAllowanceWrites } from "@/items/queries";
import AllowanceDialog from "@/items/components/AllowanceDialog.vue";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t, locale } = useI18n();
const times = useTimes(() => schedule.zone);
const { data } = useAllowances(() => slug);
const writes = useAllowanceWrites(() => slug);
const adding = ref(false);

/** A wall time is one in the course's zone already: written as every other moment, and not moved. */
const wall = (text: string): string => timesIn(locale.value, "UTC").moment(`${text}Z`);

function words(one: Shapes["AllowanceOut"]): string {
  const found = [];
  if (one.excused) found.push(t("allow.excusedShort"));
  if (one.walls.due) found.push(t("allow.dueOn", { at: wall(one.walls.due) }));
  if (one.shift_minutes.due) found.push(t("allow.plusDays", { n: one.shift_minutes.due / 1440 }));
  if (one.extra_attempts) found.push(t("allow.plusAttempts", { n: one.extra_attempts }));
  if (one.time_factor !== "1") found.push(t("allow.times", { n: one.time_factor }));
  return found.join(", ");
}

async function end(id: number): Promise<void> {
  await writes.endAllowance.mutateAsync(id);
  say(t("allow.ended"));
}
</script>

<template>
  <section v-if="data" class="max-w-[1100px]">
    <div class="mb-3 flex items-center gap-4">
      <h2 class="text-[20px] font-bold">{{ t("allow.list") }}</h2>
      <UiButton look="main" class="ml-auto" @click="adding = true">{{ t("allow.add") }}</UiButton>
    </div>
    <ul v-if="data.given.length" class="card">
      <li v-for="one in data.given" :key="one.id" class="row">
        <div class="min-w-0 flex-1">
          <b>{{ one.whom }}</b>
          <span v-if="one.level !== 'person'" class="text-soft">
            ({{ t("allow.affects", { n: one.students }, one.students) }})</span
          >
          ·
          <RouterLink v-if="one.item" class="underline" :to="itemPath(slug, one.item.id)">{{
            one.item.title
          }}</RouterLink>
          <template v-else>{{ t("allow.everything") }}</template>
          · {{ words(one) }}
          <div class="text-[13px] text-soft">
            {{ t("allow.by", { who: one.given_by, at: times.moment(one.given_at) })
            }}<template v-if="one.why"> · {{ one.why }}</template>
          </div>
        </div>
        <UiButton look="text" @click="end(one.id)" :aria-label="`${t('allow.end')}: ${one.whom}`">{{
          t("allow.end")
        }}</UiButton>
      </li>
    </ul>
    <p v-else class="card p-4 text-soft">{{ t("allow.none") }}</p>
    <AllowanceDialog v-if="adding" :slug="slug" :item-id="null" @close="adding = false" />
  </section>
</template>

<style scoped>
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.row:last-child {
  border: 0;
}
</style>
