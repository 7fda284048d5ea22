<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { SHOWN, type Which } from "../model/columns";

const { book, section, group, state, which, find, week, whole, shown } = defineProps<{
  book: Shapes["Book"];
  section: number;
  group: number;
  state: string;
  which: Which;
  find: string;
  week: number | null;
  /** All of the class is read. */
  whole: boolean;
  shown: number;
}>();
const emit = defineEmits<{ set: [name: string, value: string] }>();
const { t } = useI18n();
const value = (event: Event): string => (event.target as HTMLInputElement).value;
</script>

<template>
  <form class="bar" @submit.prevent>
    <label v-if="book.sections.length > 1">
      <span class="sr-only">{{ t("gradebook.section") }}</span>
      <select
        class="field"
        :value="section"
        @change="emit('set', 'section', value($event).replace(/^0$/, ''))"
      >
        <option :value="0">{{ t("gradebook.allSections") }}</option>
        <option v-for="one in book.sections" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <label v-if="book.groups.length">
      <span class="sr-only">{{ t("gradebook.group") }}</span>
      <select class="field" :value="group" @change="emit('set', 'group', value($event).replace(/^0$/, ''))">
        <option :value="0">{{ t("gradebook.allGroups") }}</option>
        <option v-for="one in book.groups" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </label>
    <label>
      <span class="sr-only">{{ t("gradebook.show") }}</span>
      <select class="field" :value="state" @change="emit('set', 'show', value($event))">
        <option value="">{{ t("gradebook.everybody") }}</option>
        <option v-for="one in SHOWN" :key="one" :value="one">{{ t(`gradebook.with.${one}`) }}</option>
      </select>
    </label>
    <label>
      <span class="sr-only">{{ t("gradebook.items") }}</span>
      <select class="field" :value="which" @change="emit('set', 'items', value($event))">
        <option v-if="week !== null" value="near">
          {{ t("gradebook.near", { from: Math.max(0, week - 2), to: week }) }}
        </option>
        <option value="all">{{ t("gradebook.allItems") }}</option>
        <option value="waiting">{{ t("gradebook.itemsWaiting") }}</option>
        <option
          v-for="one in book.categories.filter((c) => c.items.length)"
          :key="one.id ?? 0"
          :value="`c${one.id ?? 0}`"
        >
          {{ one.name || t("settings.noCategory") }}
        </option>
      </select>
    </label>
    <label>
      <span class="sr-only">{{ t("gradebook.find") }}</span>
      <input
        class="field w-44"
        type="search"
        :placeholder="t('gradebook.find')"
        :value="find"
        @input="emit('set', 'find', value($event))"
      />
    </label>
    <span class="end">
      <span>{{ t("gradebook.students", { n: shown }, shown) }} · {{ t("gradebook.totalsHeld") }}</span>
      <span v-if="state && !whole">{{ t("gradebook.readingAll") }}</span>
      <slot />
    </span>
  </form>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  padding-bottom: 12px;
}
.bar .field {
  min-height: 32px;
  padding-top: 2px;
  padding-bottom: 2px;
  font-size: 14px;
}
.end {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  margin-left: auto;
  color: var(--ink-soft);
  font-size: 14px;
}
</style>
