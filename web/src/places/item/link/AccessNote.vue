<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";

/** One's access to a linked system, where it runs out or is not there: until when, what it blocks, from when it matters. */
const { access, system, zone, now } = defineProps<{
  access: Shapes["OwnAccess"];
  system: string;
  zone: string;
  now: string;
}>();
const MOST_NAMED = 3;
const { t } = useI18n();
const times = useTimes(() => zone);
const over = computed(() => access.until !== null && access.until <= now);
const titles = computed(() => {
  const all = access.blocked?.titles ?? [];
  const more = all.length - MOST_NAMED;
  const named = all.slice(0, MOST_NAMED).join(", ");
  return more > 0 ? `${named} ${t("links.andMore", { n: more })}` : named;
});
const first = computed(() => {
  if (access.kind === "none") return t("links.none", { system });
  const until = access.until ? times.value.moment(access.until) : "";
  if (over.value) return t("links.over", { system, until });
  return t(access.kind === "trial" ? "links.trial" : "links.paid", { system, until });
});
</script>

<template>
  <div v-if="access.blocked" class="border-l-4 border-late py-1 pl-3">
    <p class="font-semibold">{{ first }}</p>
    <p>{{ t("links.blocks", { titles: titles }) }}</p>
    <p v-if="access.blocked.matters">
      {{ t("links.matters", { at: times.moment(access.blocked.matters) }) }}
    </p>
    <p class="text-[14px] text-soft">{{ t("links.renew") }}</p>
  </div>
</template>
