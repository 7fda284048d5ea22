<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import type { HistoryQuery } from "@/api/reads";
import { setupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { useTimes } from "@/ui/moment/zones";
import { useHistory } from "../queries";
import HistoryEntry from "./HistoryEntry.vue";

/** What was changed in the course, by whom and when, and the way back from each. The filters stand in the address. */
const { slug } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const SORTS = ["", "layout", "texts", "grading", "people", "library", "scores", "removed"] as const;
const asked = (name: string): string => String(route.query[name] ?? "");
const query = computed<HistoryQuery>(() => ({
  sort: SORTS.find((sort) => sort === asked("sort")) ?? "",
  ...(asked("who") ? { who: Number(asked("who")) } : {}),
  ...(asked("item") ? { item: Number(asked("item")) } : {}),
  ...(asked("since") ? { since: asked("since") } : {}),
  ...(asked("until") ? { until: asked("until") } : {}),
}));
const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useHistory(
  () => slug,
  () => query.value,
);
const first = computed(() => data.value?.pages[0]);
const times = useTimes(() => first.value?.zone ?? "");
/** The entries by the day on which they were made. */
const days = computed(() => {
  const found: { day: string; entries: Shapes["Change"][] }[] = [];
  for (const entry of data.value?.pages.flatMap((page) => page.entries) ?? []) {
    const day = times.value.day(entry.at);
    if (found.at(-1)?.day !== day) found.push({ day, entries: [] });
    found.at(-1)?.entries.push(entry);
  }
  return found;
});

const filter = (name: string, event: Event): void =>
  void router.replace({ query: { ...route.query, [name]: valueOf(event) || undefined } });
</script>

<template>
  <section class="max-w-[980px]">
    <p class="mb-3 max-w-[72ch] text-[15px]">{{ t("history.line") }}</p>
    <div class="mb-4 flex flex-wrap items-end gap-3">
      <label class="text-[13.5px] text-soft"
        >{{ t("history.sort") }}
        <select class="field mt-1" :value="asked('sort')" @change="filter('sort', $event)">
          <option v-for="sort in SORTS" :key="sort" :value="sort">
            {{ t(`history.sorts.${sort || "all"}`) }}
          </option>
        </select>
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("history.who") }}
        <select class="field mt-1" :value="asked('who')" @change="filter('who', $event)">
          <option value="">{{ t("history.anybody") }}</option>
          <option v-for="one in first?.people ?? []" :key="one.id" :value="String(one.id)">
            {{ one.name }}
          </option>
        </select>
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("history.since") }}
        <input class="field mt-1" type="date" v-kept="asked('since')" @change="filter('since', $event)" />
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("history.until") }}
        <input class="field mt-1" type="date" v-kept="asked('until')" @change="filter('until', $event)" />
      </label>
      <p v-if="asked('item') && first" class="text-[14px]">
        {{ t("history.about", { title: first.about }) }}
        <RouterLink :to="setupPath(slug, 'history')">{{ t("history.whole") }}</RouterLink>
      </p>
    </div>
    <p v-if="error" role="alert" class="text-late">{{ wrong(error) }}</p>
    <LoadingNote v-else-if="!first" inside />
    <p v-else-if="!days.length" class="text-soft">{{ t("history.nothing") }}</p>
    <section v-for="one in days" :key="one.day" :aria-label="one.day">
      <h2 class="day">{{ one.day }}</h2>
      <ol class="card">
        <HistoryEntry
          v-for="entry in one.entries"
          :key="entry.id"
          :entry="entry"
          :slug="slug"
          :times="times"
        />
      </ol>
    </section>
    <UiButton v-if="hasNextPage" class="mt-4" :disabled="isFetchingNextPage" @click="fetchNextPage()">{{
      t("history.earlier")
    }}</UiButton>
  </section>
</template>

<style scoped>
.day {
  margin: 18px 0 6px;
  color: var(--ink-soft);
  font: 650 13px var(--font-head);
}
</style>
