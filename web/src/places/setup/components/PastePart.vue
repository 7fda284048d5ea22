<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import { takeFiles } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { counts, ownRows, wishes, type OwnRow } from "../model/paste";
import { previewPaste, previewTable, useSetupWrites } from "../queries";
import PasteRow from "./PasteRow.vue";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const emit = defineEmits<{ made: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSetupWrites(() => slug);
const said = useSaid(() => slug);
const text = ref("");
/** What the clipboard held beside the words: a table keeps its merged cells and its lines there. */
const html = ref("");
const file = ref<File | null>(null);
const order = ref<Shapes["Paste"]["order"] | "">("");
const shown = ref<Shapes["Paste"] | null>(null);
const rows = ref<OwnRow[]>([]);
const refused = ref("");
const busy = ref(false);
useUnsaved(() => text.value.trim() !== "" || shown.value !== null);

const weeks = computed(() => schedule.weeks.flatMap((week) => week.number ?? []));
const becomes = computed(() => counts(rows.value));
const usable = computed(() => wishes(rows.value));
const lacking = computed(() => rows.value.filter((row) => row.used && row.week === null).length);
const left = computed(() => rows.value.filter((row) => !row.used).length);
const saidOf = (line: number): string[] =>
  (shown.value?.problems ?? []).filter((p) => p.line === line && p.column !== 0).map((p) => p.sentence);
/** What is wrong with the table as a whole, or with its columns. */
const general = computed(() => {
  const lines = new Set(rows.value.map((row) => row.line));
  return (shown.value?.problems ?? []).filter((p) => !lines.has(p.line) || p.column === 0);
});

function taken(event: ClipboardEvent): void {
  html.value = event.clipboardData?.getData("text/html") ?? "";
  file.value = null;
}

function typed(event: Event): void {
  // What is typed by hand is the text, whatever was pasted before.
  if (!(event instanceof InputEvent) || event.inputType !== "insertFromPaste") html.value = "";
  forget();
}

function forget(): void {
  shown.value = null;
  rows.value = [];
}

async function preview(): Promise<void> {
  refused.value = "";
  busy.value = true;
  const wish = { text: text.value, html: html.value, order: order.value || null };
  try {
    shown.value = await (file.value ? previewTable(slug, file.value, order.value) : previewPaste(slug, wish));
    rows.value = ownRows(shown.value);
  } catch (error) {
    forget();
    refused.value = wrong(error);
  } finally {
    busy.value = false;
  }
}

function choose(event: Event): void {
  file.value = takeFiles(event, true)[0] ?? null;
  if (file.value) void preview();
}

async function make(): Promise<void> {
  refused.value = "";
  try {
    const change = await writes.paste.mutateAsync({ rows: usable.value });
    forget();
    [text.value, html.value, file.value] = ["", "", null];
    said(t("paste.made"), change);
    emit("made");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <section class="max-w-[1100px]">
    <p class="mb-3 max-w-[72ch] text-[15px]">{{ t("paste.line") }}</p>
    <form class="grid gap-3" @submit.prevent="preview">
      <UiField v-slot="{ field }" :label="t('paste.table')">
        <textarea
          :id="field"
          v-model="text"
          class="field figures"
          :rows="shown ? 3 : 8"
          spellcheck="false"
          @paste="taken"
          @input="typed"
        />
      </UiField>
      <div class="flex flex-wrap items-end gap-4">
        <label class="text-[13.5px] text-soft"
          >{{ t("paste.file") }}
          <input
            type="file"
            class="mt-1 block min-h-9 text-ink"
            accept=".xlsx,.csv,.tsv,.txt,.html,.htm"
            @change="choose"
          />
        </label>
        <UiField v-slot="{ field }" :label="t('paste.order')">
          <select :id="field" v-model="order" class="field" @change="shown && preview()">
            <option value="">{{ t("paste.byTable") }}</option>
            <option value="month_first">{{ t("paste.month_first") }}</option>
            <option value="day_first">{{ t("paste.day_first") }}</option>
          </select>
        </UiField>
        <UiButton type="submit" :look="shown ? 'plain' : 'main'" :disabled="busy || !(text.trim() || file)">{{
          t("paste.preview")
        }}</UiButton>
      </div>
    </form>
    <p v-if="refused" role="alert" class="mt-3 text-late">{{ refused }}</p>
    <template v-if="shown">
      <ul v-if="general.length" class="card mt-4 p-3 text-[14px]" :aria-label="t('paste.problems')">
        <li v-for="p in general" :key="`${p.line}.${p.column}.${p.sentence}`" class="text-late">
          {{ p.sentence }}
        </li>
      </ul>
      <template v-if="rows.length">
        <div class="mt-4 mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-[15px]" role="status">
          <span v-if="shown.order_by !== 'none'">{{
            t(`paste.by.${shown.order_by}`, { order: t(`paste.${shown.order}`) })
          }}</span>
          <span v-if="left" class="text-soft">{{ t("paste.leftCount", { n: left }, left) }}</span>
          <span v-if="lacking" class="text-late">{{ t("paste.lacking", { n: lacking }, lacking) }}</span>
          <span class="ml-auto">{{ t("paste.counts", becomes) }}</span>
          <UiButton look="main" :disabled="!usable.length || writes.paste.isPending.value" @click="make">{{
            t("paste.make")
          }}</UiButton>
        </div>
        <p v-if="shown.gone.length" class="mb-2 text-[14px] text-soft">
          {{ t("paste.gone", { titles: shown.gone.join(", ") }) }}
        </p>
        <table class="card ruled-table w-full">
          <thead>
            <tr>
              <th>{{ t("paste.row") }}</th>
              <th>{{ t("term.week") }}</th>
              <th>{{ t("paste.becomes") }}</th>
              <th>
                <span class="sr-only">{{ t("paste.actions") }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <PasteRow
              v-for="(row, n) in rows"
              :key="row.line"
              v-model="rows[n]!"
              :weeks="weeks"
              :said="saidOf(row.line)"
            />
          </tbody>
        </table>
      </template>
    </template>
  </section>
</template>
