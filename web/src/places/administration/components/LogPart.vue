<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import LoadingNote from "@/frame/LoadingNote.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useLog } from "../queries";

/** What was done over the whole place, the latest first. */
const { t } = useI18n();
const times = useTimes(() => Intl.DateTimeFormat().resolvedOptions().timeZone);
const find = ref("");
const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useLog(() => find.value);
const rows = computed(() => data.value?.pages.flatMap((page) => page.rows) ?? []);
</script>

<template>
  <section>
    <label class="mb-3 block max-w-sm text-[13.5px] text-soft"
      >{{ t("admin.findLog") }} <input v-model.lazy="find" class="field mt-1" type="search"
    /></label>
    <LoadingNote v-if="!data" />
    <p v-else-if="!rows.length" class="card p-4 text-soft">{{ t("admin.noneSuch") }}</p>
    <ol v-else class="card">
      <li v-for="row in rows" :key="row.id" class="list-row row">
        <span class="figures text-[13.5px]">{{ times.moment(row.at) }}</span>
        <span class="truncate">{{ row.who }}</span>
        <span class="min-w-0">
          <code class="figures text-[13.5px]">{{ row.action }}</code>
          <span class="ml-2 text-[13.5px] text-soft">{{ row.course }} {{ row.target }}</span>
          <span v-if="row.why" class="block text-[14px]">{{ row.why }}</span>
          <details v-if="row.before || row.after" class="text-[13px] text-soft">
            <summary class="cursor-pointer">{{ t("admin.what") }}</summary>
            <p v-if="row.before" class="break-words">{{ t("admin.before") }} {{ row.before }}</p>
            <p v-if="row.after" class="break-words">{{ t("admin.after") }} {{ row.after }}</p>
          </details>
        </span>
      </li>
    </ol>
    <UiButton v-if="hasNextPage" class="mt-3" :disabled="isFetchingNextPage" @click="fetchNextPage()">{{
      t("admin.older")
    }}</UiButton>
  </section>
</template>

<style scoped>
.row {
  grid-template-columns: 150px 170px minmax(0, 1fr);
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
