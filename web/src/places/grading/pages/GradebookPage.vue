<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { officialPath, setupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useRibbon } from "@/frame/queries";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { say } from "@/ui/notice/notices";
import BringInDialog from "../components/BringInDialog.vue";
import CellPanel from "../components/CellPanel.vue";
import ColumnDialog from "../components/ColumnDialog.vue";
import SheetBar from "../components/SheetBar.vue";
import SheetGrid from "../components/SheetGrid.vue";
import type { Spot } from "../model/block";
import { columnsOf, type Column, type Which } from "../model/columns";
import { useSheet } from "../model/use-sheet";
import { useStays } from "../model/use-stays";
import { useBookCounts, useGradebook } from "../queries";

const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const [route, router] = [useRoute(), useRouter()];
const wrong = useWrong();
const { data: book, error } = useGradebook(() => slug);
const { data: counted } = useBookCounts(() => slug);
const counts = computed(() => counted.value ?? []);
const { data: ribbon } = useRibbon(() => slug);
const sheet = useSheet(
  () => slug,
  computed(() => book.value?.people.map((one) => one.id) ?? []),
);
const grid = useTemplateRef<InstanceType<typeof SheetGrid>>("grid");
const spot = ref<Spot>({ row: 0, column: 0 });
const openedItem = ref(0);

const asked = (name: string): string => String(route.query[name] ?? "");
const set = (name: string, value: string): unknown =>
  router.replace({ query: { ...route.query, [name]: value || undefined } });
const section = computed(() => Number(asked("section")) || 0);
const group = computed(() => Number(asked("group")) || 0);
const state = computed(() => asked("show"));
const which = computed(() => (asked("items") || "near") as Which);
const find = computed(() => asked("find"));
const week = computed(() => {
  const current = ribbon.value?.cells.find((cell) => cell.key === ribbon.value?.current);
  return ribbon.value?.dated ? (current?.number ?? null) : null;
});
/** Nothing moves away under whoever types: what stood in the sheet stays until something else is picked. */
const shownItems = useStays(
  () =>
    book.value ? columnsOf(book.value, counts.value, which.value, week.value).map(({ item }) => item.id) : [],
  () => [slug, which.value, week.value],
);
const columns = computed(() =>
  book.value
    ? columnsOf(book.value, counts.value, "all", null).filter(({ item }) => shownItems.value.has(item.id))
    : [],
);

const inState = useStays(
  () =>
    [...sheet.rows.value.values()]
      .filter(({ row }) =>
        row.cells.some((cell) => cell.state === state.value && shownItems.value.has(cell.item)),
      )
      .map(({ row }) => row.person),
  () => [slug, state.value, which.value],
);
/** Whoever is looked for, of the section and group, with a cell of the state that is shown. */
const people = computed(() => {
  const text = find.value.toLocaleLowerCase();
  return (book.value?.people ?? []).filter(
    (one) =>
      (!section.value || one.section === section.value) &&
      (!group.value || one.groups.includes(group.value)) &&
      (!text || one.name.toLocaleLowerCase().includes(text)) &&
      (!state.value || inState.value.has(one.id)),
  );
});
watch(
  [state, () => book.value?.people],
  () => state.value && sheet.look(book.value?.people.map((one) => one.id) ?? []),
  { immediate: true },
);

const at = computed(() => {
  const [person, column] = [people.value[spot.value.row], columns.value[spot.value.column]];
  return person && column ? { person: person.id, item: column.item.id } : null;
});
const opened = computed((): Column | undefined =>
  columns.value.find(({ item }) => item.id === openedItem.value),
);
/** The cell has an address: it is there again after a reload, or where somebody sends it. */
const stop = watch(
  [people, columns],
  () => {
    if (!people.value.length || !columns.value.length) return;
    const [item, person] = asked("cell").split(".").map(Number);
    const row = people.value.findIndex((one) => one.id === person);
    const column = columns.value.findIndex((one) => one.item.id === item);
    void nextTick(() => {
      stop();
      if (row >= 0 && column >= 0) grid.value?.go({ row, column });
      grid.value?.focus();
    });
  },
  { immediate: true },
);
watch(at, (cell, before) => {
  if (cell && before) set("cell", `${cell.item}.${cell.person}`);
});

/** The next cell whose work waits for a score: down the columns, from here on and round. */
function nextWaiting(): void {
  const [rows, wide] = [people.value.length, columns.value.length];
  const from = spot.value.column * rows + spot.value.row;
  for (let n = 1; n <= rows * wide; n++) {
    const place = (from + n) % (rows * wide);
    const to = { row: place % rows, column: Math.floor(place / rows) };
    if (sheet.cellAt(columns.value[to.column]!.item.id, people.value[to.row]!.id)?.state === "waiting") {
      grid.value?.go(to);
      return grid.value?.focus();
    }
  }
  say(t("gradebook.nothingWaits"));
}

const bringing = ref(false);
const more = computed(() => [
  ...["bringIn", "takeOutXlsx", "takeOutCsv"].map((key) => ({ key, label: t(`gradebook.${key}`) })),
  ...(book.value?.can_release ? [{ key: "official", label: t("official.title") }] : []),
  { key: "rules", label: t("setup.grading") },
]);
function choose(key: string): void {
  if (key === "bringIn") bringing.value = true;
  else if (key === "official") void router.push(officialPath(slug));
  else if (key === "rules") void router.push(setupPath(slug, "grading"));
  else location.assign(`/api/courses/${slug}/gradebook/table?form=${key === "takeOutCsv" ? "csv" : "xlsx"}`);
}
/** As they were looked at: what changed since is told, each in its cell. */
async function bringIn(changes: Shapes["BroughtCell"][]): Promise<void> {
  bringing.value = false;
  sheet.look(changes.map((one) => one.person));
  const kept = await sheet.putSeen(changes);
  say(t("gradebook.broughtIn", { n: kept }, kept));
}

const refused = computed(() => [...sheet.pending.values()].filter((one) => !one.sending).length);
const sending = computed(() => [...sheet.pending.values()].some((one) => one.sending));
/** To the first figure that was not kept, wherever it was typed or brought in. */
async function toRefused(): Promise<void> {
  const [place] = [...sheet.pending].find(([, one]) => !one.sending) ?? [];
  const [item, person] = (place ?? "").split(".").map(Number);
  await router.replace({ query: { items: "all", cell: place } });
  await nextTick();
  const row = people.value.findIndex((one) => one.id === person);
  const column = columns.value.findIndex((one) => one.item.id === item);
  if (row >= 0 && column >= 0) grid.value?.go({ row, column });
  grid.value?.focus();
}
useUnsaved(() => sheet.pending.size > 0, sheet.settled);
</script>

<template>
  <NothingHere v-if="error && !book" :message="wrong(error)" />
  <main v-else-if="book" id="content" class="page">
    <h1 class="sr-only">{{ t("gradebook.title") }}</h1>
    <p v-if="!book.categories.some((c) => c.items.length)" class="card p-5 text-soft">
      {{ t("gradebook.empty") }}
      <RouterLink :to="setupPath(slug, 'grading')">{{ t("setup.grading") }}</RouterLink>
    </p>
    <p v-else-if="!book.people.length" class="card p-5 text-soft">{{ t("gradebook.nobody") }}</p>
    <template v-else>
      <SheetBar
        :book="book"
        :section="section"
        :group="group"
        :state="state"
        :which="which"
        :find="find"
        :week="week"
        :whole="sheet.whole.value"
        :shown="people.length"
        @set="set"
      >
        <span role="status">
          <button
            v-if="refused"
            type="button"
            class="min-h-6 font-semibold text-late underline"
            @click="toRefused"
          >
            {{ t("gradebook.notKept", { n: refused }, refused) }}
          </button>
          <template v-else>{{ sending ? t("gradebook.saving") : t("gradebook.saved") }}</template>
        </span>
        <UiButton look="text" :disabled="!sheet.canUndo.value" @click="sheet.undo()">{{
          t("gradebook.undo")
        }}</UiButton>
        <UiButton look="text" :disabled="!sheet.canRedo.value" @click="sheet.redo()">{{
          t("gradebook.redo")
        }}</UiButton>
        <UiMenu :label="t('gradebook.more')" :choices="more" @choose="choose"
          >{{ t("gradebook.more") }} ▾</UiMenu
        >
      </SheetBar>
      <p v-if="sheet.failed.value" class="card mb-2 p-3 text-late">{{ wrong(sheet.failed.value) }}</p>
      <p v-if="!people.length" class="card p-5 text-soft">{{ t("gradebook.noneLikeThat") }}</p>
      <p v-else-if="!columns.length" class="card p-5 text-soft">{{ t("gradebook.noItems") }}</p>
      <div v-else class="beside">
        <SheetGrid
          ref="grid"
          v-model:spot="spot"
          :sheet="sheet"
          :people="people"
          :columns="columns"
          @head="(column) => (openedItem = column.item.id)"
        />
        <CellPanel
          v-if="at"
          :slug="slug"
          :zone="book.zone"
          :item="at.item"
          :person="at.person"
          :sheet="sheet"
          @next="nextWaiting"
          @edit="grid?.edit()"
        />
      </div>
      <p class="mt-2 text-[13px] text-soft max-sm:hidden">{{ t("gradebook.keys") }}</p>
      <p class="mt-2 text-[13px] text-soft sm:hidden">{{ t("gradebook.byFinger") }}</p>
    </template>
    <BringInDialog v-if="bringing" :slug="slug" @close="bringing = false" @take="bringIn" />
    <ColumnDialog
      v-if="opened"
      :slug="slug"
      :zone="book.zone"
      :column="opened"
      :students="book.students"
      :can-release="book.can_release"
      :sections="book.sections"
      @close="openedItem = 0"
    />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  height: calc(100vh - 154px);
  min-height: 420px;
  padding: 12px 24px;
}
.beside {
  display: grid;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 14px;
  min-height: 0;
}
@media (max-width: 1023px) {
  .page {
    height: auto;
    padding: 12px 14px 90px;
  }
  .beside {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside > :first-child {
    height: 62vh;
  }
}
</style>
