<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { courseBanks } from "@/api/reads";
import { itemPath } from "@/frame/addresses";

/** The quizzes that put a question, by name or among those that they draw, and how often it was put. */
const { slug, question } = defineProps<{ slug: string; question: number }>();
const { t } = useI18n();
const { data } = useQuery(courseBanks(() => slug).uses(() => question));
</script>

<template>
  <section v-if="data" class="mt-6" :aria-label="t('usedIn.title')">
    <h2 class="text-[13.5px] text-soft">{{ t("usedIn.title") }}</h2>
    <p v-if="!data.uses.length" class="text-[14px] text-soft">{{ t("usedIn.nowhere") }}</p>
    <ul v-else class="card">
      <li v-for="one in data.uses" :key="one.item_id" class="list-row used">
        <RouterLink :to="itemPath(slug, one.item_id)">{{ one.title }}</RouterLink>
        <span class="text-[13px] text-soft">
          {{ one.drawn ? `${t("usedIn.drawn")} · ` : "" }}{{ t("usedIn.put", { n: one.put }, one.put) }}
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.used {
  grid-template-columns: minmax(0, 1fr) auto;
}
</style>
