<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { stateWord } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import { byWeek } from "../model/months";

/** Every counted item by week; the total is exact. */
const { term, slug } = defineProps<{ term: Shapes["TermMap"]; slug: string }>();
const { t } = useI18n();
const times = useTimes(() => term.zone);
const weeks = computed(() => byWeek(term.counted));
const said = (row: Shapes["Points"]): string =>
  row.state ? stateWord({ ...row, points: Number(row.points) }, t, times.value) : "";
</script>

<template>
  <table class="card ruled-table points">
    <thead>
      <tr>
        <th>{{ t("term.item") }}</th>
        <th>{{ t("term.due") }}</th>
        <th v-if="!term.teaching">{{ t("term.state") }}</th>
        <th class="fig">{{ t("term.points") }}</th>
      </tr>
    </thead>
    <tbody v-for="week in weeks" :key="week.week ?? -1">
      <tr class="week">
        <th scope="rowgroup" :colspan="term.teaching ? 2 : 3">
          {{ week.week === null ? t("term.noWeek") : t("term.weekTotal", { n: week.week }) }}
        </th>
        <td class="fig figures">{{ week.points }}</td>
      </tr>
      <tr v-for="row in week.rows" :key="row.id">
        <td>
          <RouterLink :to="itemPath(slug, row.id)">{{ row.title }}</RouterLink>
        </td>
        <td class="figures">{{ row.due ? times.moment(row.due) : "" }}</td>
        <td v-if="!term.teaching">{{ said(row) }}</td>
        <td class="fig figures">{{ row.points }}</td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <th :colspan="term.teaching ? 2 : 3">{{ t("term.total") }}</th>
        <td class="fig figures">{{ term.points }}</td>
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
.points {
  width: calc(100% - 48px);
  max-width: 980px;
  margin: 0 24px;
}
.week th,
.week td {
  background: var(--band);
  font-weight: 700;
}
.points .fig {
  text-align: right;
}
tfoot th,
tfoot td {
  border-top: 2px solid var(--ink);
  font-weight: 700;
}
@media screen and (max-width: 719px) {
  .points {
    width: 100%;
    margin: 0;
  }
  .points th,
  .points td {
    padding-inline: 7px;
    overflow-wrap: anywhere;
  }
  td:nth-child(2) {
    white-space: nowrap;
  }
}
</style>
