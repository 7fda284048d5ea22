<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useAbsences, useRosterWrites } from "../queries";

/** What students said of classes they missed; the unread stand first. */
const { slug, zone } = defineProps<{ slug: string; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const { data: rows } = useAbsences(() => slug);
const { seen } = useRosterWrites(() => slug);
const unread = computed(() => (rows.value ?? []).filter((r) => !r.seen_at));
</script>

<template>
  <section v-if="rows?.length" class="mb-4 border border-rule bg-sheet p-3" :aria-label="t('absence.title_')">
    <h2 class="font-head text-[16px] font-bold">
      {{ t("absence.list", { n: unread.length }, unread.length) }}
    </h2>
    <ul>
      <li v-for="one in unread" :key="one.id" class="flex items-center gap-4 py-1">
        <span class="min-w-0 flex-1"
          ><b class="font-semibold">{{ one.person }}</b>
          <span class="text-soft"> · {{ times.moment(one.starts_at) }} · </span>{{ one.reason }}</span
        >
        <UiButton
          :aria-label="t('absence.readOne', { name: one.person })"
          :disabled="seen.isPending.value"
          @click="seen.mutate({ id: one.id, seen: true })"
          >{{ t("absence.read") }}</UiButton
        >
      </li>
    </ul>
  </section>
</template>
