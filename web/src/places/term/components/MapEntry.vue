<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { tileOf } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";
import { shortTitle } from "../model/months";
import { stateOf } from "../model/parts";

/** An item on its due day. Teachers drag it, choose it with Space, and move it with Shift and an arrow. */
const {
  entry,
  slug,
  term,
  chosen,
  long = false,
} = defineProps<{
  entry: Shapes["Entry"];
  slug: string;
  term: Shapes["TermMap"];
  chosen: boolean;
  long?: boolean;
}>();
const emit = defineEmits<{ choose: []; shift: [days: number]; drag: [] }>();
const { t } = useI18n();
const router = useRouter();
const times = useTimes(() => term.zone);
const word = computed(() => (term.teaching ? "" : stateOf(entry, t, times.value)));
const movable = computed(() => term.can_lay_out && !entry.want);
const title = computed(() =>
  entry.want ? t("term.partOf", { title: entry.row.title, part: entry.want.words }) : entry.row.title,
);
const words = computed(() => {
  if (long) return title.value;
  const short = shortTitle(entry.row.title);
  return entry.want ? t("term.partShort", { part: t(`talk.part.${entry.want.what}`), title: short }) : short;
});
/** A part with a moment of its own has a state of its own. */
const tile = computed(() =>
  entry.want ? (entry.want.have >= entry.want.count ? "done" : "todo") : tileOf(entry.row),
);
const share = computed(() => {
  const of = entry.row.of_class;
  return of && of.students ? Math.round((of.done / of.students) * 100) : null;
});

function pressed(event: KeyboardEvent): void {
  if (!movable.value) return;
  const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key];
  if (event.shiftKey && step) {
    event.preventDefault();
    emit("shift", step);
  } else if (event.key === " ") {
    event.preventDefault();
    emit("choose");
  }
}
</script>

<template>
  <a
    :href="itemPath(slug, entry.row.id)"
    class="entry"
    :class="{ done: tile === 'done', chosen, draft: !entry.row.published, long }"
    :draggable="movable"
    :title="`${title} · ${times.moment(entry.at)}`"
    :data-entry="entry.row.id"
    :aria-pressed="movable ? chosen : undefined"
    :role="movable ? 'button' : undefined"
    @keydown="pressed"
    @dragstart="emit('drag')"
    @click.exact.prevent="router.push(itemPath(slug, entry.row.id))"
    @click.ctrl.prevent="movable && emit('choose')"
    @click.meta.prevent="movable && emit('choose')"
  >
    <StateTile v-if="!term.teaching" :tile="tile" :size="12" />
    <i v-else class="share" aria-hidden="true"><i :style="{ height: `${share ?? 0}%` }" /></i>
    <span class="words">{{ words }}</span>
    <span class="sr-only"
      >, {{ times.clock(entry.at) }}<template v-if="word">, {{ word }}</template></span
    >
  </a>
</template>

<style scoped>
.entry {
  scroll-margin-bottom: 80px;
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 24px;
  color: var(--ink);
  font-size: 12.5px;
  line-height: 1.3;
  text-decoration: none;
}
.entry[draggable="true"] {
  cursor: grab;
}
.words {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.long .words {
  white-space: normal;
}
.done {
  color: var(--ink-soft);
}
.draft .words {
  font-style: italic;
}
.chosen {
  background: var(--now-wash);
  box-shadow: 0 0 0 1.5px var(--now);
}
.share {
  display: flex;
  flex: none;
  align-items: flex-end;
  width: 10px;
  height: 11px;
  border: 1px solid var(--ink-soft);
}
.share i {
  display: block;
  width: 100%;
  background: var(--ink-soft);
}
@media screen and (max-width: 719px) {
  .entry {
    min-height: 28px;
  }
}
@media print {
  .words {
    white-space: normal;
  }
}
</style>
