<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { seriesOf, type Form, type Series } from "../model/grading";
import WhereSelects from "./WhereSelects.vue";

/** Which items count where and by which late rule, a series at a time, each item apart when it is laid open. */
const form = defineModel<Form>({ required: true });
const { items, loose } = defineProps<{ items: Shapes["CountedItem"][]; loose: string }>();
const { t } = useI18n();
const series = computed(() => seriesOf(items));
const titleOf = (one: Series): string =>
  one.last ? t("weighing.fromTo", { first: one.first, last: one.last }) : one.first;
</script>

<template>
  <section class="card p-4">
    <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.where") }}</h2>
    <p v-if="!items.length" class="text-soft">{{ t("weighing.noItems") }}</p>
    <p v-if="loose" class="text-[14.5px] text-late">{{ loose }}</p>
    <div v-if="items.length" class="both head" aria-hidden="true">
      <span>{{ t("weighing.countsIn") }}</span> <span>{{ t("weighing.ifLate") }}</span>
    </div>
    <div v-for="one in series" :key="one.key" class="series">
      <details v-if="one.items.length > 1">
        <summary>
          {{ titleOf(one) }}
          <span class="text-soft">{{ t("weighing.count", { n: one.items.length }, one.items.length) }}</span>
        </summary>
        <ul>
          <li v-for="item in one.items" :key="item.item_id" class="line">
            <span class="min-w-0 pl-5"
              >{{ item.title }}
              <span class="text-soft">{{ t("weighing.points", { n: item.points }) }}</span></span
            >
            <WhereSelects v-model="form" :items="[item]" :title="item.title" />
          </li>
        </ul>
      </details>
      <p v-else class="single">
        {{ titleOf(one) }}
        <span class="text-soft">{{ t("weighing.points", { n: one.items[0]?.points }) }}</span>
      </p>
      <div class="both"><WhereSelects v-model="form" :items="one.items" :title="titleOf(one)" /></div>
    </div>
  </section>
</template>

<style scoped>
.series {
  position: relative;
  border-top: 1px solid var(--rule-faint);
}
summary,
.single {
  min-height: 44px;
  padding: 9px 330px 9px 0;
}
summary {
  cursor: pointer;
}
.single {
  padding-left: 17px;
}
.both {
  position: absolute;
  top: 5px;
  right: 0;
  display: grid;
  grid-template-columns: 160px 150px;
  gap: 8px;
}
.head {
  position: static;
  justify-content: end;
  padding-bottom: 2px;
  color: var(--ink-soft);
  font-size: 13.5px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px 150px;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
  font-size: 14.5px;
}
@media screen and (max-width: 719px) {
  summary,
  .single {
    padding-right: 0;
  }
  .both {
    position: static;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    padding-bottom: 8px;
  }
  .line {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .line > span {
    grid-column: 1 / -1;
  }
}
</style>
