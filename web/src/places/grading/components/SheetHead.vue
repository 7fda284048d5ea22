<script setup lang="ts">
import type { VirtualItem } from "@tanstack/vue-virtual";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Area } from "../model/block";
import StateTile from "@/ui/tile/StateTile.vue";
import { groupsOf, type Column } from "../model/columns";

const { columns, shown, left, names, wide, high, chosen } = defineProps<{
  columns: readonly Column[];
  shown: readonly VirtualItem[];
  left: number;
  names: number;
  wide: number;
  high: number;
  chosen: Area;
}>();
const emit = defineEmits<{ head: [column: Column] }>();
const { t } = useI18n();
const groups = computed(() => groupsOf(columns));
</script>

<template>
  <div class="head" role="rowgroup" :style="{ height: `${high}px` }">
    <div role="row" aria-rowindex="1" class="contents">
      <div class="corner" :style="{ width: `${left}px` }">
        <span role="columnheader" class="pl-2" :style="{ width: `${names}px` }">{{
          t("gradebook.student")
        }}</span>
        <span v-if="left > names" role="columnheader" class="flex-1 pr-2 text-right">{{
          t("gradebook.total")
        }}</span>
      </div>
      <div
        v-for="group in groups"
        :key="group.from"
        class="group"
        aria-hidden="true"
        :style="{ left: `${left + group.from * wide}px`, width: `${group.count * wide}px` }"
      >
        <span class="label" :style="{ left: `${left}px` }"
          >{{ group.name || t("settings.noCategory")
          }}<template v-if="group.weight"> · {{ group.weight }} %</template></span
        >
      </div>
      <div
        v-for="one in shown"
        :key="columns[one.index]!.item.id"
        role="columnheader"
        class="column"
        :class="{
          held: columns[one.index]!.counts.held || columns[one.index]!.item.hold,
          chosen: one.index >= chosen.left && one.index <= chosen.right,
        }"
        :style="{ left: `${one.start}px`, width: `${wide}px` }"
      >
        <button
          type="button"
          class="title"
          :title="columns[one.index]!.item.title"
          @click="emit('head', columns[one.index]!)"
        >
          <span class="name">{{ columns[one.index]!.item.title }}</span>
          <span class="figures"
            >/{{ columns[one.index]!.item.points
            }}{{ columns[one.index]!.counts.held ? ` ${t("gradebook.heldMark")}` : ""
            }}<template v-if="columns[one.index]!.counts.waiting">
              <StateTile tile="handed" :size="11" :word="t('gradebook.state.waiting')" />
              {{ columns[one.index]!.counts.waiting }}</template
            ></span
          >
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.head {
  position: sticky;
  top: 0;
  z-index: 3;
  width: 100%;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  font-size: 12px;
}
.corner {
  position: sticky;
  left: 0;
  z-index: 4;
  display: flex;
  align-items: flex-end;
  height: 100%;
  padding-bottom: 5px;
  background: var(--sheet);
  border-right: 1px solid var(--rule);
}
.group {
  position: absolute;
  top: 0;
  height: 23px;
  overflow: clip;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule-faint);
  background: var(--band);
  font-weight: 650;
  line-height: 22px;
  white-space: nowrap;
}
.label {
  position: sticky;
  padding: 0 8px;
}
.column {
  position: absolute;
  top: 23px;
  bottom: 0;
  border-right: 1px solid var(--rule-faint);
}
.column.held {
  box-shadow: inset 0 3px 0 var(--held);
}
.column.chosen {
  background: var(--hatch);
}
.title {
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  width: 100%;
  height: 100%;
  padding: 4px 8px 2px;
  overflow: hidden;
  text-align: left;
}
.title:hover {
  background: var(--wash);
}
.title .name {
  display: -webkit-box;
  overflow: hidden;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-height: 1.25;
}
.title .figures {
  display: flex;
  gap: 4px;
  align-items: center;
  overflow: hidden;
  color: var(--ink-soft);
  font-size: 11px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
