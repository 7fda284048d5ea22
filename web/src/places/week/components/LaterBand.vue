<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";
import { effortWords, tileOf } from "@/items/model/states";

const { later, slug, zone } = defineProps<{ later: Shapes["Later"]; slug: string; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
</script>

<template>
  <div class="card band">
    <StateTile :tile="tileOf(later)" />
    <div class="min-w-0 flex-1">
      <b>{{ t("week.later") }}</b> {{ later.item.title }}
      <span class="text-soft">
        ·
        {{
          t("week.laterLine", {
            step: later.item.step,
            effort: effortWords(later.minutes, t),
            due: later.due ? times.moment(later.due) : "",
            start: times.day(later.start_by),
            budget: later.budget,
          })
        }}
      </span>
    </div>
    <UiButton :to="itemPath(slug, later.item.id)" :aria-label="`${t('action.open')}: ${later.item.title}`">{{
      t("action.open")
    }}</UiButton>
  </div>
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  gap: 14px;
  margin-top: 8px;
  padding: 7px 14px;
  border-left: 4px solid var(--now);
  font-size: 15px;
}
</style>
