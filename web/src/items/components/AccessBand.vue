<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { useTimes } from "@/ui/moment/zones";

/** Access to a linked system that runs out before long, or is not there: what it blocks, and from when it matters. */
const {
  losses,
  zone,
  named = false,
} = defineProps<{
  losses: readonly Shapes["AccessLoss"][];
  zone: string;
  /** Over several courses each says of which it is. */
  named?: boolean;
}>();
const { t } = useI18n();
const times = useTimes(() => zone);
function first(loss: Shapes["AccessLoss"]): string {
  const words = { system: loss.system, until: loss.until ? times.value.moment(loss.until) : "" };
  if (loss.kind === "none" || !loss.until) return t("links.none", words);
  if (loss.over) return t("links.over", words);
  return t(loss.kind === "trial" ? "links.trial" : "links.paid", words);
}
const shown = computed(() =>
  losses.map((loss) => ({ loss, first: first(loss), more: loss.count - loss.items.length })),
);
</script>

<template>
  <ul v-if="shown.length" class="grid gap-2">
    <li
      v-for="{ loss, first: said, more } in shown"
      :key="`${loss.slug} ${loss.system}`"
      class="card band px-4 py-2"
    >
      <b class="font-semibold">{{ named ? `${loss.code}: ${said}` : said }}</b>
      {{ t("links.lost") }}
      <template v-for="(item, n) in loss.items" :key="item.id"
        ><template v-if="n">, </template
        ><RouterLink class="underline" :to="itemPath(loss.slug, item.id)">{{
          item.title
        }}</RouterLink></template
      >{{ more ? ` ${t("links.andMore", { n: more })}.` : "." }}
      <template v-if="loss.matters">{{ t("links.matters", { at: times.moment(loss.matters) }) }}</template>
    </li>
  </ul>
</template>

<style scoped>
.band {
  box-shadow: inset 3px 0 0 var(--late);
}
</style>
