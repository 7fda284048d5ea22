<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { takeIn, type OwnItem, type OwnRow } from "../model/paste";

/** A row of the pasted table: what was read of it, every part to be corrected. */
const row = defineModel<OwnRow>({ required: true });
const { weeks, said } = defineProps<{ weeks: number[]; said: string[] }>();
const { t } = useI18n();

const set = (change: Partial<OwnRow>): void => void (row.value = { ...row.value, ...change });
const setItem = (n: number, change: Partial<OwnItem>): void =>
  set({ items: row.value.items.map((one, at) => (at === n ? { ...one, ...change, fate: "" } : one)) });
const add = (): void =>
  set({ items: [...row.value.items, { kind: "page", title: "", day: "", at: "", fate: "" }] });
</script>

<template>
  <tr :class="{ out: !row.used }" :data-line="row.line">
    <td class="figures w-10 text-soft">{{ row.line }}</td>
    <td class="w-[104px]">
      <select
        v-if="row.used"
        class="field"
        :class="{ lacking: row.week === null }"
        :aria-label="t('paste.weekOf', { line: row.line })"
        :value="row.week ?? ''"
        @change="set({ week: Number(valueOf($event)) || null })"
      >
        <option value="">{{ t("paste.noWeek") }}</option>
        <option v-for="week in weeks" :key="week" :value="week">{{ week }}</option>
      </select>
      <span v-if="row.used && row.carried" class="block text-[12.5px] text-soft">{{
        t("paste.carried")
      }}</span>
    </td>
    <td>
      <template v-if="row.used">
        <input
          class="field font-semibold"
          :aria-label="t('paste.topicOf', { line: row.line })"
          :placeholder="t('paste.noTopic')"
          :value="row.topic"
          @input="set({ topic: valueOf($event) })"
        />
        <div v-for="(item, n) in row.items" :key="n" class="item" :data-fate="item.fate || 'corrected'">
          <select
            class="field"
            :aria-label="t('layout.kind')"
            :value="item.kind"
            @change="setItem(n, { kind: valueOf($event) === 'page' ? 'page' : 'assignment' })"
          >
            <option value="page">{{ t("paste.items.page") }}</option>
            <option value="assignment">{{ t("paste.items.assignment") }}</option>
          </select>
          <input
            class="field"
            :aria-label="t('layout.title')"
            :value="item.title"
            @input="setItem(n, { title: valueOf($event) })"
          />
          <template v-if="item.kind === 'assignment'">
            <input
              class="field figures"
              type="date"
              :aria-label="t('paste.dueOf', { title: item.title })"
              :value="item.day"
              @input="setItem(n, { day: valueOf($event) })"
            />
            <input
              class="field figures"
              type="time"
              :aria-label="t('paste.timeOf', { title: item.title })"
              :value="item.at"
              @input="setItem(n, { at: valueOf($event) })"
            />
          </template>
          <span v-else class="sm:col-span-2" />
          <span class="fate">{{ t(`paste.fate.${item.fate || "corrected"}`) }}</span>
          <UiButton
            look="text"
            :aria-label="t('paste.leaveItem', { title: item.title })"
            @click="set({ items: row.items.filter((_, at) => at !== n) })"
            >×</UiButton
          >
        </div>
      </template>
      <b v-else class="font-normal">{{ t(`paste.leftOut.${row.leftOut || "byHand"}`) }}</b>
      <p class="raw">
        <span v-for="(cell, n) in row.cells" :key="n">
          <i>{{ t(`paste.read.${cell.read || "nothing"}`) }}</i> {{ cell.text }}
        </span>
      </p>
      <p v-for="sentence in said" :key="sentence" class="text-[13.5px] text-late">{{ sentence }}</p>
    </td>
    <td class="w-[112px] text-right align-top">
      <UiButton v-if="row.used" look="text" @click="set({ used: false })">{{ t("paste.leaveRow") }}</UiButton>
      <UiButton v-else look="text" @click="row = takeIn(row)">{{ t("paste.takeRow") }}</UiButton>
      <UiButton v-if="row.used" look="text" @click="add">{{ t("paste.addItem") }}</UiButton>
    </td>
  </tr>
</template>

<style scoped>
.item {
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr) 140px 118px 76px auto;
  gap: 6px;
  align-items: center;
  margin-top: 4px;
  font-size: 14px;
}
.fate {
  color: var(--ink-soft);
  font-size: 13px;
}
[data-fate="new"] .fate,
[data-fate="changed"] .fate {
  color: var(--ink);
  font-weight: 600;
}
.raw {
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
  margin-top: 4px;
  color: var(--ink-soft);
  font-size: 13px;
  white-space: pre-line;
}
.raw i {
  font-style: normal;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.out {
  background: var(--band);
}
.lacking {
  border-color: var(--late);
}
td {
  vertical-align: top;
}
@media screen and (max-width: 719px) {
  tr {
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) auto;
  }
  td {
    width: auto;
  }
  td:nth-child(3) {
    grid-row: 2;
    grid-column: 1 / -1;
  }
  .item {
    grid-template-columns: 108px minmax(0, 1fr) auto;
  }
  .item > :nth-child(3),
  .item > :nth-child(4) {
    grid-column: auto / span 1;
  }
}
</style>
