<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** One total laid open: every category's fraction, weight and contribution, then their sum. */
/** `shared`: say too of what the share of the course in it is made. */
const { total, kind, shared } = defineProps<{ total: Shapes["Total"]; kind: string; shared?: boolean }>();
const { t } = useI18n();
</script>

<template>
  <section class="mb-4">
    <h3 class="font-bold">{{ kind }} {{ total.value }}</h3>
    <ul class="border-t border-rule">
      <li
        v-for="row in total.rows"
        :key="row.category_id"
        class="grid gap-x-4 border-b border-rule py-1 sm:grid-cols-[140px_1fr]"
      >
        <span>{{ row.name }}</span>
        <span class="figures">
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
        </span>
      </li>
    </ul>
    <p v-if="total.value" class="figures py-1 font-bold">
      {{ t("standing.sum", { kind, exact: total.exact, value: total.value }) }}
    </p>
    <template v-if="shared && total.value">
      <h3 class="mt-3 font-bold">{{ t("standing.shareTitle", { share: total.share }) }}</h3>
      <ul class="border-t border-rule">
        <li
          v-for="row in total.rows"
          :key="row.category_id"
          class="grid gap-x-4 border-b border-rule py-1 sm:grid-cols-[140px_1fr]"
        >
          <span>{{ row.name }}</span>
          <span class="figures">{{
            t(row.weight === null ? "standing.shareByPoints" : "standing.shareRow", {
              scored: row.scored,
              whole: row.whole,
              weight: row.weight ?? "",
              share: row.share,
            })
          }}</span>
        </li>
      </ul>
    </template>
  </section>
</template>
