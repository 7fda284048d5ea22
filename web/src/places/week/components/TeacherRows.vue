<script setup lang="ts">
import Sortable from "sortablejs";
import { computed, nextTick, onBeforeUnmount, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { wallAfter } from "@/items/model/lanes";
import { groupsOf, stepPlace, type Place } from "@/items/model/placing";
import { useSaid } from "@/items/said";
import { useLayoutWrites } from "@/items/queries";
import BarEnds from "./BarEnds.vue";
import ConditionsDialog from "@/items/components/ConditionsDialog.vue";
import { useRemoving } from "@/items/removing";
import RemovalDialog from "@/items/components/RemovalDialog.vue";
import ItemSettings from "@/items/components/ItemSettings.vue";
import { drafts, openablePart, openableRow, type Openable } from "../model/opening";
import { useNudges, type Shifts } from "../model/nudging";
import ModuleHead from "./ModuleHead.vue";
import MoveDialog from "./MoveDialog.vue";
import NewItem from "./NewItem.vue";
import OpenDialog from "./OpenDialog.vue";
import OpenWord from "./OpenWord.vue";
import PartHead from "./PartHead.vue";
import RowWords from "./RowWords.vue";
import SheetRow from "./SheetRow.vue";
import TitleField from "./TitleField.vue";

const { module, sheet, slug, nowAt } = defineProps<{
  module: Shapes["SheetModule"];
  sheet: Shapes["Sheet"];
  slug: string;
  nowAt: number | null;
}>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const groups = computed(() => groupsOf(module));
const naming = ref<{ kind: "item" | "part"; id: number } | null>(null);
const settingsOf = ref<number | null>(null);
const waiting = ref<{ kind: "item" | "part"; id: number; title: string } | null>(null);
const moving = ref<{ id: number; title: string; module: number } | null>(null);
const { asking, remove } = useRemoving();
const opening = ref<Openable | null>(null);
const root = useTemplateRef<HTMLElement>("root");
let sortables: Sortable[] = [];

const isNaming = (kind: "item" | "part", id: number) => naming.value?.kind === kind && naming.value.id === id;

async function place(row: Shapes["Row"], to: Place): Promise<void> {
  const change = await writes.placeItem.mutateAsync({ id: row.id, ...to });
  said(t("layout.moved", { title: row.title }), change);
  await nextTick();
  root.value?.querySelector<HTMLElement>(`[data-item="${row.id}"] .handle`)?.focus();
}

function step(row: Shapes["Row"], by: -1 | 1): void {
  const to = stepPlace(groups.value, row.id, by);
  if (to) void place(row, to);
}

function dropped(event: Sortable.SortableEvent): void {
  const { item, from, to, oldIndex = 0, newIndex = 0 } = event;
  const row = module.rows.find((r) => r.id === Number(item.dataset.item));
  const after = [...to.children]
    .slice(newIndex + 1)
    .find((c): c is HTMLElement => c instanceof HTMLElement && !!c.dataset.item);
  // The list is drawn from what the server says: put the row back and ask for the move.
  from.insertBefore(
    item,
    from.children[from === to && newIndex < oldIndex ? oldIndex + 1 : oldIndex] ?? null,
  );
  if (!row || (from === to && oldIndex === newIndex)) return;
  void place(row, {
    part_id: Number(to.dataset.part) || null,
    before: after ? Number(after.dataset.item) : null,
  });
}

function makeSortable(): void {
  sortables.forEach((s) => s.destroy());
  if (!sheet.can_lay_out) return;
  sortables = [...(root.value?.querySelectorAll<HTMLElement>("[data-part]") ?? [])].map((list) =>
    Sortable.create(list, {
      group: `module-${module.id}`,
      handle: ".handle",
      draggable: "[data-item]",
      animation: 0,
      onEnd: dropped,
    }),
  );
}
watch([groups, root], () => nextTick(makeSortable), { immediate: true, flush: "post" });
onBeforeUnmount(() => sortables.forEach((s) => s.destroy()));

/** Move the ends of a bar by days; what closes before the new due moment comes along. */
async function moveEnds(id: number, shifts: Shifts): Promise<void> {
  const row = module.rows.find((one) => one.id === id);
  if (!row) return;
  const moments = { ...row.rules } as Shapes["RulesIn"];
  for (const end of ["opens", "due"] as const) {
    const iso = row[end];
    if (iso && shifts[end]) moments[end] = wallAfter(iso, sheet.zone, shifts[end]);
  }
  const due = row.due ? Date.parse(row.due) + shifts.due * 86_400_000 : 0;
  if (row.closes && shifts.due > 0 && due > Date.parse(row.closes))
    moments.closes = wallAfter(row.closes, sheet.zone, shifts.due);
  const change = await writes.setMoments.mutateAsync({ id, edition: row.edition, moments }).catch(() => null);
  if (change) said(null, change);
}
const { nudge, drawn } = useNudges(moveEnds);

async function rename(id: number, title: string, edition: number): Promise<void> {
  said(null, await writes.changeItem.mutateAsync({ id, title, edition }));
}

async function renamePart(id: number, title: string, edition: number): Promise<void> {
  said(null, await writes.renamePart.mutateAsync({ id, title, edition }));
}

async function removeRow(row: Shapes["Row"]): Promise<void> {
  const change = await remove((knowing) => writes.removeItem.mutateAsync({ id: row.id, knowing }));
  if (change) said(t("layout.removed", { title: row.title }), change);
}

async function chooseRow(row: Shapes["Row"], key: string): Promise<void> {
  if (key === "edit") settingsOf.value = row.id;
  else if (key === "copy")
    said(
      t("copyIn.done"),
      await writes.copyIn.mutateAsync({ from_slug: "", item_id: row.id, into_module: module.id }),
    );
  else if (key === "module") moving.value = { id: row.id, title: row.title, module: module.id };
  else if (key === "conditions") waiting.value = { kind: "item", id: row.id, title: row.title };
  else if (key === "rename") naming.value = { kind: "item", id: row.id };
  else if (key === "up" || key === "down") step(row, key === "up" ? -1 : 1);
  else await removeRow(row);
}

async function choosePart(id: number, title: string, key: string): Promise<void> {
  if (key === "rename") naming.value = { kind: "part", id };
  else if (key === "conditions") waiting.value = { kind: "part", id, title };
  else said(t("layout.removed", { title }), await writes.removePart.mutateAsync(id));
}

const rowChoices = (row: Shapes["Row"]) => [
  { key: "edit", label: t("layout.edit") },
  { key: "conditions", label: t("conditions.edit") },
  { key: "rename", label: t("layout.rename") },
  { key: "copy", label: t("copyIn.here") },
  { key: "module", label: t("moveTo.label") },
  { key: "up", label: t("layout.up"), disabled: !stepPlace(groups.value, row.id, -1) },
  { key: "down", label: t("layout.down"), disabled: !stepPlace(groups.value, row.id, 1) },
  { key: "remove", label: t("layout.remove") },
];
const partChoices = computed(() => [
  { key: "rename", label: t("layout.rename") },
  { key: "conditions", label: t("conditions.edit") },
  { key: "remove", label: t("layout.remove") },
]);
</script>

<template>
  <section ref="root" :aria-label="module.title">
    <ModuleHead :module="module" :slug="slug" :can-lay-out="sheet.can_lay_out" :dated="sheet.dated" />
    <template v-for="group in groups" :key="group.id ?? 'loose'">
      <PartHead v-if="group.id" :title="group.title">
        <TitleField
          v-if="isNaming('part', group.id)"
          class="max-w-md"
          :value="group.title"
          :label="t('layout.part')"
          :edition="group.edition"
          :save="(title, edition) => renamePart(group.id!, title, edition)"
          @stop="naming = null"
        />
        <h2 v-else class="font-head text-[13px] font-semibold text-soft">{{ group.title }}</h2>
        <template v-if="sheet.can_lay_out" #menu>
          <OpenWord
            v-if="drafts(group.rows).length > 1"
            class="ml-3"
            :title="group.title"
            open
            :drafts="drafts(group.rows).length"
            @press="opening = openablePart(group.title, group.rows)"
          />
          <UiMenu
            class="ml-auto mr-1.5"
            :label="t('layout.menu', { title: group.title })"
            :choices="partChoices"
            @choose="(key) => choosePart(group.id!, group.title, key)"
            >⋯</UiMenu
          >
        </template>
      </PartHead>
      <div :data-part="group.id ?? 0">
        <SheetRow
          v-for="row in group.rows"
          :key="row.id"
          :row="row"
          :slug="slug"
          :zone="sheet.zone"
          :now="sheet.now"
          :first-day="sheet.first_day"
          :now-at="nowAt"
          :current="false"
        >
          <template #number>
            <button
              v-if="sheet.can_lay_out"
              type="button"
              class="handle"
              :aria-label="t('layout.drag', { title: row.title })"
              @keydown.up.prevent="step(row, -1)"
              @keydown.down.prevent="step(row, 1)"
            >
              <span aria-hidden="true">⠿</span>
            </button>
            {{ row.number || "" }}
          </template>
          <template #title>
            <TitleField
              v-if="isNaming('item', row.id)"
              :value="row.title"
              :label="t('layout.title')"
              :edition="row.edition"
              :save="(title, edition) => rename(row.id, title, edition)"
              @stop="naming = null"
            />
            <RouterLink
              v-else
              :to="itemPath(slug, row.id)"
              class="name font-semibold text-ink"
              @keydown.f2.prevent="naming = { kind: 'item', id: row.id }"
            >
              {{ row.title }}
            </RouterLink>
          </template>
          <template #opening>
            <RowWords
              :row="row"
              :can-lay-out="sheet.can_lay_out"
              @conditions="waiting = { kind: 'item', id: row.id, title: row.title }"
              @opening="opening = openableRow(row)"
            />
          </template>
          <template v-if="sheet.can_lay_out && sheet.first_day" #ends>
            <BarEnds
              :row="row"
              :first-day="sheet.first_day"
              :zone="sheet.zone"
              :moved="(end) => drawn(row.id, end)"
              @move="(end, days) => nudge(row.id, end, days)"
            />
          </template>
          <template v-if="sheet.can_lay_out" #menu>
            <UiMenu
              :label="t('layout.menu', { title: row.title })"
              :choices="rowChoices(row)"
              @choose="(key) => chooseRow(row, key)"
              >⋯</UiMenu
            >
          </template>
        </SheetRow>
      </div>
      <NewItem
        v-if="sheet.can_lay_out"
        :slug="slug"
        :module-id="module.id"
        :part-id="group.id"
        :part="group.title || module.title"
        @made="(id) => (settingsOf = id)"
      />
    </template>
    <RemovalDialog v-if="asking" :ask="asking" />
    <OpenDialog v-if="opening" :slug="slug" :what="opening" :dated="sheet.dated" @close="opening = null" />
    <ConditionsDialog v-if="waiting" v-bind="waiting" :slug="slug" @close="waiting = null" />
    <MoveDialog v-if="moving" :item="moving" :slug="slug" :dated="sheet.dated" @close="moving = null" />
    <ItemSettings v-if="settingsOf" :slug="slug" :id="settingsOf" @close="settingsOf = null" />
  </section>
</template>

<style scoped>
.handle {
  min-width: 24px;
  min-height: 24px;
  color: var(--ink-soft);
  cursor: grab;
}
</style>
