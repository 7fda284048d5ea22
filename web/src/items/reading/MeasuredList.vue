<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** What work was given by a rubric, as the rubric read then. */
const { measured } = defineProps<{ measured: Shapes["MeasuredBy"] }>();
const { t } = useI18n();
</script>

<template>
  <dl class="measured" :aria-label="t('rubric.by', { name: measured.name })">
    <template v-for="one in measured.criteria" :key="one.id">
      <dt>{{ one.name }}</dt>
      <dd>
        <b>{{ one.level === null ? t("rubric.open") : one.level_name }}</b>
        <span v-if="one.words" class="text-soft"> · {{ one.words }}</span>
        <p v-if="one.remark" class="whitespace-pre-wrap">{{ one.remark }}</p>
      </dd>
      <dd class="figures text-right">
        {{ one.points === null ? "" : t("rubric.of", { points: one.points, most: one.most }) }}
      </dd>
    </template>
    <template v-if="measured.earned !== null">
      <dt class="font-semibold">{{ measured.name }}</dt>
      <dd />
      <dd class="figures text-right font-semibold">
        {{ t("rubric.of", { points: measured.earned, most: measured.most }) }}
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.measured {
  display: grid;
  grid-template-columns: minmax(90px, auto) 1fr auto;
  font-size: 14.5px;
}
.measured > * {
  padding: 5px 12px 5px 0;
  border-bottom: 1px solid var(--rule-faint);
}
.measured > .text-right {
  padding-right: 0;
}
</style>
