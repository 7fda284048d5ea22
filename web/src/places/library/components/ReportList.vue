<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useLibraryWrites } from "../queries";

const { library, slug } = defineProps<{ library: Shapes["Library"]; slug: string }>();
const { t } = useI18n();
const times = useTimes(() => library.zone);
const writes = useLibraryWrites(() => slug);
</script>

<template>
  <section class="mb-6 max-w-[860px]" :aria-label="t('library.reports')">
    <h2 class="text-[20px] font-bold">{{ t("library.reports") }}</h2>
    <p v-if="!library.reports.length" class="py-2 text-soft">{{ t("library.noReports") }}</p>
    <ul>
      <li
        v-for="one in library.reports"
        :key="one.id"
        class="flex items-start gap-4 border-t border-rule-faint py-2"
      >
        <div class="min-w-0 flex-1">
          <p>{{ one.text }}</p>
          <p class="text-[13.5px] text-soft">
            {{ one.by }} · {{ times.moment(one.at) }}
            <template v-if="one.item?.item_id">
              · <RouterLink :to="itemPath(slug, one.item.item_id)">{{ one.item.title }}</RouterLink></template
            >
          </p>
        </div>
        <UiButton :disabled="writes.settle.isPending.value" @click="writes.settle.mutate(one.id)">{{
          t("library.settle")
        }}</UiButton>
      </li>
    </ul>
  </section>
</template>
