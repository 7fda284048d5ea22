<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useSaidRead } from "@/items/said-writes";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import { useTimes } from "@/ui/moment/zones";

/** Out of the ordinary: stands over every screen of the course until its reader says that they have read it. */
const { said, slug, zone } = defineProps<{ said: Shapes["AnnouncementOut"]; slug: string; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const writes = useSaidRead(() => slug);
</script>

<template>
  <section class="rare no-print" :aria-label="t('said.rareTitle')">
    <div class="min-w-0 flex-1">
      <h2 class="text-[17px] font-bold">{{ said.title }}</h2>
      <p class="text-[13.5px] text-soft">
        {{ [said.at ? times.moment(said.at) : "", said.author].filter(Boolean).join(" · ") }}
      </p>
      <RichText class="mt-1" :html="said.html" />
    </div>
    <UiButton :disabled="writes.readRare.isPending.value" @click="writes.readRare.mutate([said.id])">{{
      t("said.iRead")
    }}</UiButton>
  </section>
</template>

<style scoped>
.rare {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
  align-items: flex-start;
  padding: 10px 24px 12px;
  border-bottom: 1px solid var(--now);
  border-left: 5px solid var(--now);
  background: var(--now-wash);
}
@media (max-width: 719px) {
  .rare {
    padding: 10px 14px 12px;
  }
}
</style>
