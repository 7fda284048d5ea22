<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { itemPath, modulePath, rosterPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { tileOf } from "@/items/model/states";
import { useTimes } from "@/ui/moment/zones";
import UiButton from "@/ui/button/UiButton.vue";
import StateTile from "@/ui/tile/StateTile.vue";
import MarkDialog, { type Marking } from "../components/MarkDialog.vue";
import MoreRows from "../components/MoreRows.vue";
import type { These } from "../components/WriteToThese.vue";
import { ROWS } from "../components/rows";
import { useModuleProgress } from "../queries";

const WriteToThese = defineAsyncComponent(() => import("../components/WriteToThese.vue"));

/** One module: the tiles of everybody in each of its items. */
const { slug, module } = defineProps<{ slug: string; module: number }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const { data: page, error } = useModuleProgress(
  () => slug,
  () => module,
);
const times = useTimes(() => page.value?.zone ?? "");
const writing = ref<These | null>(null);
const marking = ref<Marking | null>(null);
type Row = Shapes["ProgressRow"];
type Cell = NonNullable<Row["cells"][number]>;

const words = (cell: Cell): string =>
  [
    cell.state === "scored" ? t("state.done") : t(`state.${cell.state}`, { at: "" }),
    cell.done_at ? times.value.moment(cell.done_at) : "",
    cell.by_teacher ? t("roster.byTeacher") : "",
  ]
    .filter(Boolean)
    .join(", ");

function open(row: Row, item: Shapes["ItemRef"], cell: Cell): void {
  const { done, by_teacher: byTeacher, by_hand: byHand } = cell;
  marking.value = {
    person: row.id,
    name: row.name,
    item: item.id,
    title: item.title,
    done,
    byTeacher,
    byHand,
  };
}
/** By item: those on whose path it is and who have not done it. */
const without = computed(() =>
  (page.value?.items ?? []).map((_, n) =>
    (page.value?.rows ?? []).filter((row) => row.cells[n] && !row.cells[n].done),
  ),
);
const most = ref(ROWS);
const toModule = (event: Event) => void router.push(modulePath(slug, Number(valueOf(event))));
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="place-page">
    <div class="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
      <h1 class="text-[24px] font-bold">{{ page.title }}</h1>
      <label class="text-[13.5px] text-soft"
        >{{ t("roster.module") }}
        <select class="field mt-1" :value="page.id" @change="toModule">
          <option v-for="one in page.modules" :key="one.id" :value="one.id">
            {{ one.step }} · {{ one.title }}
          </option>
        </select>
      </label>
      <RouterLink class="ml-auto" :to="rosterPath(slug)">{{ t("roster.whole") }}</RouterLink>
    </div>
    <!-- A wide table scrolls by keys as well. -->
    <div
      class="relative overflow-x-auto border border-rule bg-sheet"
      tabindex="0"
      role="region"
      :aria-label="page.title"
    >
      <table class="ruled-table">
        <thead>
          <tr>
            <th class="name">{{ t("roster.name") }}</th>
            <th class="text-right">{{ t("roster.done") }}</th>
            <th v-for="(item, n) in page.items" :key="item.id" class="item">
              <RouterLink :to="itemPath(slug, item.id)">{{ item.title }}</RouterLink>
              <UiButton
                v-if="without[n]!.length"
                look="text"
                @click="
                  writing = { people: without[n]!, about: t('roster.areWithout', { title: item.title }) }
                "
                >{{ t("written.toWithout", { n: without[n]!.length }, without[n]!.length) }}</UiButton
              >
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in page.rows.slice(0, most)" :key="row.id">
            <th scope="row" class="name !font-semibold">{{ row.name }}</th>
            <td class="figures text-right">{{ t("week.doneOf", { done: row.done, all: row.required }) }}</td>
            <td v-for="(cell, n) in row.cells" :key="n">
              <button
                v-if="cell"
                type="button"
                class="cell"
                :aria-label="
                  t('roster.cell', { name: row.name, title: page.items[n]!.title, state: words(cell) })
                "
                :title="words(cell)"
                @click="open(row, page.items[n]!, cell)"
              >
                <StateTile :tile="tileOf(cell)" :size="18" />
                <span v-if="cell.by_teacher" aria-hidden="true">{{ t("roster.mark") }}</span>
              </button>
              <span v-else class="text-soft" :title="t('roster.notTheirs')">–</span>
            </td>
          </tr>
        </tbody>
      </table>
      <MoreRows v-model="most" :all="page.rows.length" />
    </div>
    <WriteToThese v-if="writing" :slug="slug" :these="writing" @close="writing = null" />
    <MarkDialog v-if="marking" :slug="slug" :marking="marking" @close="marking = null" />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.name {
  position: sticky;
  left: 0;
  min-width: 180px;
  background: var(--sheet);
}
.item {
  max-width: 130px;
  font-size: 12.5px;
  line-height: 1.2;
  vertical-align: bottom;
}
.cell {
  display: flex;
  min-width: 28px;
  min-height: 28px;
  align-items: center;
  gap: 4px;
}
@media screen and (max-width: 719px) {
  .name {
    min-width: 120px;
  }
}
</style>
