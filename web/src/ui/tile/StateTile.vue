<script setup lang="ts">
import { computed, useId } from "vue";

/** A state mark, read by its fill; `word` is its name where no word stands beside it. */
export type Tile =
  "todo" | "started" | "done" | "handed" | "locked" | "soon" | "missing" | "excused" | "held";

const { tile, word = "", size = 20 } = defineProps<{ tile: Tile; word?: string; size?: number }>();
const hatch = useId();
const named = computed(() => (word ? { role: "img", "aria-label": word } : { "aria-hidden": true }));
</script>

<template>
  <svg class="tile" :width="size" :height="size" viewBox="0 0 20 20" v-bind="named" :data-tile="tile">
    <template v-if="tile === 'todo' || tile === 'started'">
      <rect x="3" y="3" width="14" height="14" class="paper ink-line" stroke-width="2" />
      <rect v-if="tile === 'started'" x="3" y="10" width="14" height="7" class="ink" />
    </template>
    <rect v-else-if="tile === 'done'" x="2" y="2" width="16" height="16" class="done" />
    <path v-else-if="tile === 'handed'" d="M2 2h10v6h6v10H2z" class="ink" />
    <template v-else-if="tile === 'locked'">
      <pattern :id="hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="1.6" height="4" class="soft" />
      </pattern>
      <rect
        x="3"
        y="3"
        width="14"
        height="14"
        :fill="`url(#${hatch})`"
        class="soft-line"
        stroke-width="1.5"
      />
    </template>
    <path v-else-if="tile === 'missing'" d="M8 3H3v14h14v-5" class="late-line" stroke-width="2.4" />
    <template v-else-if="tile === 'held'">
      <rect x="3" y="3" width="14" height="14" class="paper held-line" stroke-width="2" />
      <circle cx="10" cy="10" r="3.2" class="held-line" stroke-width="2" />
    </template>
    <rect
      v-else
      x="3"
      y="3"
      width="14"
      height="14"
      class="paper soft-line"
      stroke-width="1.5"
      stroke-dasharray="2 2"
    />
  </svg>
</template>

<style scoped>
.tile {
  flex: none;
}
.paper {
  fill: var(--sheet);
}
.ink {
  fill: var(--ink);
}
.soft {
  fill: var(--ink-soft);
}
.done {
  fill: var(--done);
}
.ink-line {
  stroke: var(--ink);
}
.soft-line {
  stroke: var(--ink-soft);
}
.late-line {
  fill: none;
  stroke: var(--late);
}
.held-line {
  stroke: var(--held);
}
circle.held-line {
  fill: none;
}
</style>
