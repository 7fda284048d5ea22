<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import SaidCard from "@/items/components/SaidCard.vue";

/** Announcements of a week, whole. */
const { said, sheet, slug } = defineProps<{
  said: Shapes["AnnouncementOut"][];
  sheet: Shapes["Sheet"];
  slug: string;
}>();
const { t } = useI18n();
</script>

<template>
  <section v-if="said.length" class="no-print mx-3.5 grid gap-2 sm:mx-6" :aria-label="t('said.title')">
    <SaidCard
      v-for="one in said"
      :key="one.id"
      :said="one"
      :slug="slug"
      :zone="sheet.zone"
      :now="sheet.now"
      heading="h2"
      :quiet="sheet.teaching || isWalking(slug)"
    />
  </section>
</template>
