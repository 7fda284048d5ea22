<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** One total laid open: every category's fraction, weight and contribution, then their sum. */
const { total, kind } = defineProps<{ total: Shapes["Total"]; kind: string }>();
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
        </span>
      </li>
    </ul>
    <p v-if="total.value" class="figures py-1 font-bold">
      {{ t("standing.sum", { kind, exact: total.exact, value: total.value }) }}
    </p>
  </section>
</template>
