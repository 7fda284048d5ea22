<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import ArithmeticRows from "./ArithmeticRows.vue";

/**
 * One total laid open: every category's fraction, weight and contribution, then their sum. `shared`: say too of what
 * the share of the course in it is made.
 */
const { total, kind, shared } = defineProps<{ total: Shapes["Total"]; kind: string; shared?: boolean }>();
const { t } = useI18n();
</script>

<template>
  <section class="mb-4">
    <h3 class="font-bold">{{ kind }} {{ total.value }}</h3>
    <ArithmeticRows v-slot="{ row }" :rows="total.rows">
      {{
        row.percent === null
          ? t("standing.rowEmpty")
          : t("standing.row", {
              numerator: row.numerator,
              denominator: row.denominator,
              percent: row.percent,
              weight: row.effective_weight,
              contribution: row.contribution,
            })
      }}
      <span v-for="item in row.dropped" :key="item.id" class="block font-sans text-soft">{{
        t(item.lowest ? "standing.withoutLow" : "standing.withoutHigh", {
          title: item.title,
          points: item.points,
          possible: item.possible,
        })
      }}</span>
    </ArithmeticRows>
    <p v-if="total.value" class="figures py-1 font-bold">
      {{ t("standing.sum", { kind, exact: total.exact, value: total.value }) }}
    </p>
    <template v-if="shared && total.value">
      <h3 class="mt-3 font-bold">{{ t("standing.shareTitle", { share: total.share }) }}</h3>
      <ArithmeticRows v-slot="{ row }" :rows="total.rows">
        {{
          t(row.weight === null ? "standing.shareByPoints" : "standing.shareRow", {
            scored: row.scored,
            whole: row.whole,
            weight: row.weight ?? "",
            share: row.share,
          })
        }}
      </ArithmeticRows>
    </template>
  </section>
</template>
