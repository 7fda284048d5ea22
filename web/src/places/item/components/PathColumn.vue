<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { groupsOf } from "@/items/model/placing";
import { stateWord, tileOf } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";

const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => page.zone);
const shown = ref(true);
const groups = computed(() => groupsOf(page.module).filter((g) => g.rows.length));
const left = computed(() => page.module.held_open_by.length);
</script>

<template>
  <nav class="path no-print" :class="{ folded: !shown }" :aria-label="t('item.path')">
    <button type="button" class="toggle" :aria-expanded="shown" @click="shown = !shown">
      {{ t(shown ? "item.hidePath" : "item.showPath") }}
    </button>
    <template v-if="shown">
      <template v-for="group in groups" :key="group.id ?? 0">
        <h2 v-if="group.title" class="part">{{ group.title }}</h2>
        <template v-for="row in group.rows" :key="row.id">
          <h3 v-if="kinds.kindOf(row.kind)?.heading" class="part">{{ row.title }}</h3>
          <RouterLink
            v-else
            :to="itemPath(slug, row.id)"
            class="entry"
            :class="{ on: row.id === page.row.id, soft: row.done }"
            :aria-current="row.id === page.row.id ? 'page' : undefined"
          >
            <StateTile
              v-if="!page.teaching"
              :tile="tileOf(row)"
              :size="15"
              :word="stateWord(row, t, times)"
            />
            <span v-else class="figures w-5 flex-none text-soft">{{ row.number }}</span>
            <span>{{ row.title }}</span>
          </RouterLink>
        </template>
      </template>
      <p v-if="!page.teaching" class="px-6 py-4 text-[13px] text-soft">
        {{
          left
            ? t("item.held", { done: page.module.required_done, all: page.module.required, left })
            : t("item.allDone", { done: page.module.required_done, all: page.module.required })
        }}
      </p>
    </template>
  </nav>
</template>

<style scoped>
.path {
  width: 232px;
  flex: none;
  padding: 8px 0 70px;
  border-right: 1px solid var(--rule);
  background: var(--band);
  font-size: 14px;
}
.folded {
  width: 112px;
}
.toggle {
  min-height: 28px;
  padding: 2px 24px;
  color: var(--ink-soft);
  font-size: 13px;
}
.part {
  padding: 8px 16px 4px 24px;
  color: var(--ink-soft);
  font: 650 13px var(--font-head);
}
.entry {
  display: flex;
  gap: 9px;
  align-items: flex-start;
  padding: 6px 12px 6px 24px;
  color: var(--ink);
  line-height: 1.25;
  text-decoration: none;
  overflow-wrap: anywhere;
}
.entry .tile {
  margin-top: 1px;
}
.entry:hover {
  background: var(--wash);
}
.soft {
  color: var(--ink-soft);
}
.on {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
  color: var(--ink);
  font-weight: 650;
}
@media (max-width: 1023px) {
  .path {
    display: none;
  }
}
</style>
