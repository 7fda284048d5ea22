<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { valueOf } from "@/ui/field/events";
import { commonOf, seriesOf, type Form, type Series, type Where } from "../model/grading";

/** Which items count where and by which late rule, a series at a time, each item apart when it is laid open. */
const form = defineModel<Form>({ required: true });
const { items, loose } = defineProps<{ items: Shapes["CountedItem"][]; loose: string }>();
const { t } = useI18n();
type Counted = Shapes["CountedItem"];
const DIFFER = "…";
const series = computed(() => seriesOf(items));

/** The late rules by what they take, where they have no name yet. */
const choices = computed(() => ({
  category: form.value.categories.map((one) => ({ key: one.key, name: one.name || t("weighing.unnamed") })),
  late_rule: form.value.late_rules.map((one) => ({
    key: one.key,
    name:
      one.name ||
      t(one.per === "day" ? "weighing.perDayShort" : "weighing.perHourShort", { percent: one.percent }),
  })),
}));
const titleOf = (one: Series): string =>
  one.last ? t("weighing.fromTo", { first: one.first, last: one.last }) : one.first;
const NONE = { category: "weighing.nowhere", late_rule: "weighing.lateFree" } as const;
const NAMES = ["category", "late_rule"] as const;
const labels: Record<keyof Where, string> = { category: "weighing.countsIn", late_rule: "weighing.ifLate" };

function chosen(some: readonly Counted[], name: keyof Where): string {
  const common = commonOf(form.value, some, name);
  return common === undefined ? DIFFER : (common ?? "");
}
function choose(some: readonly Counted[], name: keyof Where, key: string): void {
  if (key === DIFFER) return;
  for (const item of some) {
    const kept = form.value.where[item.item_id] ?? { category: null, late_rule: null };
    form.value.where[item.item_id] = { ...kept, [name]: key || null };
  }
}
</script>

<template>
  <section class="card p-4">
    <h2 class="mb-1 text-[17px] font-bold">{{ t("weighing.where") }}</h2>
    <p v-if="!items.length" class="text-soft">{{ t("weighing.noItems") }}</p>
    <p v-if="loose" class="text-[14.5px] text-late">{{ loose }}</p>
    <div v-for="one in series" :key="one.key" class="series">
      <details :open="false">
        <summary :class="{ single: one.items.length === 1 }">
          <span class="min-w-0"
            >{{ titleOf(one) }}
            <span class="text-soft">{{
              one.items.length > 1
                ? t("weighing.count", { n: one.items.length }, one.items.length)
                : t("weighing.points", { n: one.items[0]?.points })
            }}</span></span
          >
        </summary>
        <ul v-if="one.items.length > 1">
          <li v-for="item in one.items" :key="item.item_id" class="line">
            <span class="min-w-0 pl-5"
              >{{ item.title }}
              <span class="text-soft">{{ t("weighing.points", { n: item.points }) }}</span></span
            >
            <select
              v-for="name in NAMES"
              :key="name"
              class="field"
              :aria-label="t('weighing.ofItem', { what: t(labels[name]), title: item.title })"
              :value="chosen([item], name)"
              @change="choose([item], name, valueOf($event))"
            >
              <option value="">{{ t(NONE[name]) }}</option>
              <option v-for="choice in choices[name]" :key="choice.key" :value="choice.key">
                {{ choice.name }}
              </option>
            </select>
          </li>
        </ul>
      </details>
      <div class="both">
        <select
          v-for="name in NAMES"
          :key="name"
          class="field"
          :aria-label="t('weighing.ofItem', { what: t(labels[name]), title: titleOf(one) })"
          :value="chosen(one.items, name)"
          @change="choose(one.items, name, valueOf($event))"
        >
          <option v-if="chosen(one.items, name) === DIFFER" :value="DIFFER">
            {{ t("weighing.differ") }}
          </option>
          <option value="">{{ t(NONE[name]) }}</option>
          <option v-for="choice in choices[name]" :key="choice.key" :value="choice.key">
            {{ choice.name }}
          </option>
        </select>
      </div>
    </div>
  </section>
</template>

<style scoped>
.series {
  position: relative;
  border-top: 1px solid var(--rule-faint);
}
summary {
  min-height: 44px;
  padding: 9px 330px 9px 0;
  cursor: pointer;
}
summary.single {
  padding-left: 17px;
  list-style: none;
  cursor: default;
}
.both {
  position: absolute;
  top: 5px;
  right: 0;
  display: grid;
  grid-template-columns: 160px 150px;
  gap: 8px;
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
  summary {
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
