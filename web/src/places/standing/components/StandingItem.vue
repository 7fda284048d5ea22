<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import { itemPath } from "@/frame/addresses";
import { lateWords, startedWords, tileOf, waitWords } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import { valueOf } from "@/ui/field/events";
import StateTile from "@/ui/tile/StateTile.vue";
import ClassStrip from "./ClassStrip.vue";

const { item, slug, zone, strip, drops, now, tried } = defineProps<{
  item: Shapes["ItemRow"];
  slug: string;
  zone: string;
  strip: Shapes["Strip"] | undefined;
  drops: number;
  now: string;
  /** What is typed as its tried score; null: nothing is being tried. */
  tried: string | null;
}>();
const emit = defineEmits<{ try: [points: string] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const AskDialog = defineAsyncComponent(() => import("@/items/components/AskDialog.vue"));
const open = ref(false);
const asking = ref(false);

function missingWords(): string {
  const word = t("state.missing");
  if (!item.closes) return word;
  const at = times.value.moment(item.closes);
  if (!item.open) return `${word} · ${t("detail.closed", { at })}`;
  if (item.late_percent && item.late_per) {
    const cost = { at, percent: item.late_percent, per: t(`detail.per.${item.late_per}`) };
    return `${word} · ${t("detail.untilCost", cost)}`;
  }
  return `${word} · ${t("detail.until", { at })}`;
}

const words = computed(() => {
  if (item.role === "dropped_low") return t("standing.droppedLow", { n: drops });
  if (item.role === "dropped_high") return t("standing.droppedHigh", { n: drops });
  switch (item.state) {
    case "missing":
      return missingWords();
    case "scored": {
      const per = item.late_per ? t(`standing.perUnits.${item.late_per}`, item.late_units) : "";
      if (item.late_units)
        return t("standing.late", {
          given: item.given,
          deduction: item.deduction,
          units: item.late_units,
          per,
        });
      return item.raw === null
        ? t("grading.state.released")
        : t("standing.recorded", { raw: item.raw, given: item.given, table: item.table });
    }
    case "being_graded":
      return `${t("state.being_graded")} · ${t("detail.released")}`;
    case "given_back":
      return `${t("state.given_back")} · ${item.due ? t("detail.again", { at: times.value.moment(item.due) }) : ""}`;
    case "handed_in":
      return item.late_seconds
        ? t("state.late", { by: lateWords(item.late_seconds, t) })
        : t("state.handed_in");
    case "started":
      return `${t("state.started")}: ${startedWords(item.started, t, now)}`;
    case "locked":
      return `${t("state.locked")} · ${t("detail.after")} ${waitWords(item, t)}`;
    case "not_open":
      return t("state.not_open", { at: item.opens_at ? times.value.moment(item.opens_at) : "" });
  }
  return t(`state.${item.state}`);
});
const dropped = computed(() => item.role.startsWith("dropped"));
</script>

<template>
  <tr class="item" :data-state="item.state">
    <td class="title">
      <RouterLink :to="itemPath(slug, item.id)" class="text-ink">{{ item.title }}</RouterLink>
    </td>
    <td class="figures">{{ item.due ? times.day(item.due) : "" }}</td>
    <td>
      <span class="flex items-center gap-2">
        <StateTile :tile="dropped ? 'excused' : tileOf(item)" />
        <span>
          {{ words }}
          <span v-if="item.source" class="text-soft" :title="item.source.system">
            · {{ t("standing.source", { at: times.day(item.source.at) }) }}
          </span>
          <span v-if="item.comment" class="no-print">
            ·
            <button
              type="button"
              class="min-h-6 text-deep underline"
              :aria-expanded="open"
              @click="open = !open"
            >
              {{ t("standing.commented") }}
            </button>
          </span>
          <span v-if="item.state === 'scored' && !isWalking(slug)" class="no-print">
            ·
            <button type="button" class="min-h-6 text-deep underline" @click="asking = true">
              {{ t("asked.ask") }}
            </button>
          </span>
        </span>
      </span>
      <p v-if="open" class="max-w-[60ch] py-1 pl-7 text-[14px] whitespace-pre-wrap">{{ item.comment }}</p>
      <AskDialog
        v-if="asking"
        :slug="slug"
        about="score"
        :item-id="item.id"
        :title="item.title"
        @close="asking = false"
      />
    </td>
    <td class="class">
      <ClassStrip v-if="item.state === 'scored'" :strip="strip" :own="item.score" :possible="item.possible" />
    </td>
    <td class="f">
      <template v-if="tried !== null && item.state !== 'excused' && Number(item.possible)">
        <input
          class="field figures tried"
          :class="{ some: tried.trim() }"
          inputmode="decimal"
          autocomplete="off"
          maxlength="40"
          :aria-label="t('trying.of', { title: item.title })"
          :placeholder="item.score ?? '–'"
          :value="tried"
          @input="emit('try', valueOf($event))"
        />
      </template>
      <template v-else>{{ item.score ?? "–" }}</template>
      / {{ item.possible }}
    </td>
    <td class="f wide" />
    <td class="f wide" />
  </tr>
</template>

<style scoped>
td {
  height: 36px;
  padding: 2px 10px;
  border-bottom: 1px solid var(--rule-faint);
}
td.figures {
  white-space: nowrap;
}
.title {
  padding-left: 38px;
}
.tried {
  width: 68px;
  min-height: 30px;
  padding: 2px 6px;
  text-align: right;
}
.tried.some {
  border-color: var(--now);
  background: var(--now-wash);
}
.f {
  font: 13.5px var(--font-mono);
  text-align: right;
  white-space: nowrap;
}
@media screen and (max-width: 719px) {
  .title {
    padding-left: 14px;
  }
  .class,
  .wide,
  td.figures {
    display: none;
  }
}
</style>
