<script setup lang="ts">
import { computed, nextTick, onMounted, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { stepPath } from "./addresses";
import RibbonCell from "./RibbonCell.vue";

const { ribbon, chosen, thin } = defineProps<{ ribbon: Shapes["Ribbon"]; chosen: string; thin: boolean }>();
const { t } = useI18n();
const router = useRouter();
const strip = useTemplateRef<HTMLElement>("strip");
const at = computed(() => ribbon.cells.findIndex((c) => c.key === chosen));

function showChosen(): void {
  const cell = strip.value?.querySelector<HTMLElement>("[aria-current]");
  if (strip.value && cell)
    strip.value.scrollLeft = cell.offsetLeft - strip.value.clientWidth / 2 + cell.offsetWidth / 2;
}

function move(by: number, event: KeyboardEvent): void {
  const links = [...(strip.value?.querySelectorAll<HTMLElement>("a") ?? [])];
  const from = links.indexOf(event.target as HTMLElement);
  const to = (from < 0 ? at.value : from) + by;
  const cell = ribbon.cells[to];
  if (!cell) return;
  event.preventDefault();
  links[to]?.focus();
  void router.push(stepPath(ribbon.slug, cell.key, ribbon.dated));
}

onMounted(showChosen);
watch(
  () => chosen,
  () => nextTick(showChosen),
);
</script>

<template>
  <nav
    ref="strip"
    class="no-print relative flex overflow-x-auto border-b border-rule bg-sheet sm:px-6"
    :class="thin ? 'h-[46px] sm:h-[30px]' : 'h-[46px] sm:h-[66px]'"
    :aria-label="ribbon.dated ? t('app.weeks') : t('app.modules')"
    @keydown.left="move(-1, $event)"
    @keydown.right="move(1, $event)"
  >
    <RibbonCell
      v-for="cell in ribbon.cells"
      :key="cell.key"
      :cell="cell"
      :ribbon="ribbon"
      :chosen="cell.key === chosen"
      :thin="thin"
    />
  </nav>
</template>
