<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { useWrong } from "@/frame/writes";
import { itemPath, setupPath } from "@/frame/addresses";
import { useKinds } from "@/frame/kinds";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useGradebook } from "../queries";

const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const kinds = useKinds();
const wrong = useWrong();
const { data: book, error } = useGradebook(() => slug);
const times = useTimes(() => book.value?.zone ?? "");
</script>

<template>
  <NothingHere v-if="error && !book" :message="wrong(error)" />
  <main v-else-if="book" id="content" class="px-3.5 pt-4 pb-24 sm:px-6">
    <div class="mb-3 flex flex-wrap items-baseline justify-between gap-x-5">
      <h1 class="text-[27px] font-bold">{{ t("gradebook.title") }}</h1>
      <RouterLink :to="setupPath(slug, 'grading')">{{ t("setup.grading") }}</RouterLink>
    </div>
    <p v-if="!book.categories.some((c) => c.items.length)" class="card p-5 text-soft">
      {{ t("gradebook.empty") }}
    </p>
    <div
      v-else
      class="card relative overflow-x-auto"
      role="region"
      :aria-label="t('gradebook.title')"
      tabindex="0"
    >
      <table class="w-full border-collapse text-[15px]">
        <thead>
          <tr>
            <th scope="col">{{ t("gradebook.item") }}</th>
            <th scope="col">{{ t("gradebook.due") }}</th>
            <th scope="col" class="f">{{ t("gradebook.points") }}</th>
            <th scope="col" class="f">{{ t("gradebook.handedIn") }}</th>
            <th scope="col" class="f">{{ t("gradebook.waiting") }}</th>
            <th scope="col" class="f">{{ t("gradebook.held") }}</th>
            <th scope="col">
              <span class="sr-only">{{ t("gradebook.action") }}</span>
            </th>
          </tr>
        </thead>
        <tbody v-for="category in book.categories" :key="category.id ?? 0">
          <tr v-if="category.items.length" class="category">
            <th scope="rowgroup" colspan="7">
              {{ category.name || t("settings.noCategory")
              }}<span v-if="category.weight" class="font-normal text-soft"> · {{ category.weight }} %</span>
            </th>
          </tr>
          <tr v-for="item in category.items" :key="item.id">
            <td class="pl-9">
              <RouterLink :to="itemPath(slug, item.id)" class="text-ink">{{ item.title }}</RouterLink>
            </td>
            <td class="figures">{{ item.due ? times.day(item.due) : "" }}</td>
            <td class="f">{{ item.points }}</td>
            <td class="f">{{ t("gradebook.of", { n: item.handed_in, all: book.students }) }}</td>
            <td class="f" :class="{ 'font-bold': item.waiting }">{{ item.waiting || "–" }}</td>
            <td class="f" :class="{ 'text-held': item.held }">{{ item.held || "–" }}</td>
            <td class="f">
              <UiButton
                :to="kinds.scorePath(item.kind, slug, item.id) || itemPath(slug, item.id)"
                :aria-label="`${t('gradebook.grade')}: ${item.title}`"
                >{{ t("gradebook.grade") }}</UiButton
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
th,
td {
  height: 38px;
  padding: 2px 10px;
  border-bottom: 1px solid var(--rule-faint);
  text-align: left;
}
thead th {
  color: var(--ink-soft);
  font-size: 12px;
  font-weight: 400;
}
.category th {
  background: var(--band);
  font-weight: 650;
}
.pl-9 {
  padding-left: 36px;
}
.f {
  text-align: right;
}
td.f {
  font-family: var(--font-mono);
  font-size: 13.5px;
  white-space: nowrap;
}
</style>
