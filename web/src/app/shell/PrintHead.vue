<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import { useMe } from "@/frame/queries";

/** What a printed screen says of itself: which course, whose, as of when. */
const { ribbon } = defineProps<{ ribbon: Shapes["Ribbon"] }>();
const { t } = useI18n();
const times = useTimes(() => ribbon.zone);
const { data: me } = useMe();
const line = computed(() =>
  [`${ribbon.code} ${ribbon.title}`, ribbon.term, ribbon.section, me.value?.name].filter(Boolean).join(" · "),
);
</script>

<template>
  <p class="print-only mb-2 border-b border-rule pb-1 text-[13px]">
    {{ t("app.printed", { line, at: times.moment(ribbon.now) }) }}
  </p>
</template>
