<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** A rubric as it is read before one hands in: what is looked at, and when work is at which level. */
const { rubric } = defineProps<{ rubric: Shapes["RubricOut"] }>();
const { t } = useI18n();
</script>

<template>
  <section :aria-label="t('rubric.by', { name: rubric.name })">
    <h2 class="text-[18px] font-bold">{{ t("rubric.by", { name: rubric.name }) }}</h2>
    <p class="text-[14px] text-soft">
      {{ rubric.most ? t("rubric.most", { n: rubric.most }) : t("rubric.words") }}
    </p>
    <div v-for="criterion in rubric.criteria" :key="criterion.id" class="mt-3">
      <h3 class="font-semibold">{{ criterion.name }}</h3>
      <p v-if="criterion.words" class="text-[14.5px] text-soft">{{ criterion.words }}</p>
      <ul class="levels">
        <li v-for="level in criterion.levels" :key="level.id">
          <b>{{ level.name }}</b>
          <span v-if="level.points !== null" class="figures ml-2">{{ Number(level.points) }}</span>
          <p v-if="level.words" class="text-[14px] text-soft">{{ level.words }}</p>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.levels {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  margin-top: 4px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
}
.levels li {
  padding: 6px 10px;
  border-right: 1px solid var(--rule-faint);
}
.levels li:last-child {
  border-right: 0;
}
</style>
