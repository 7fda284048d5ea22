<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { takeFiles } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { inParts, ownPeople, ready, type EnrolRow } from "../enrolling";
import { previewPeople, previewPeopleFile, useEnrolWrites } from "../people-queries";
import MoreRows from "./MoreRows.vue";
import { ROWS } from "./rows";

/** Enrol one person or a list: every line shows what it becomes before anybody is enrolled. */
const { slug, people } = defineProps<{ slug: string; people: Shapes["People"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useEnrolWrites(() => slug);
const PART = 250;
const text = ref("");
const html = ref("");
const rows = ref<EnrolRow[]>([]);
const problems = ref<Shapes["ListProblem"][]>([]);
const seen = ref(false);
const refused = ref("");
const busy = ref(false);
const done = ref(0);
const most = ref(ROWS);
useUnsaved(() => text.value.trim() !== "" || rows.value.some((row) => row.used));

const alone = computed(() => (people.sections.length === 1 ? (people.sections[0]?.id ?? null) : null));
const wanted = computed(() => ready(rows.value, people.sections.length > 0));
const lacking = computed(() => rows.value.filter((row) => row.used).length - wanted.value.length);
const sectionOf = (id: number | null): string => people.sections.find((one) => one.id === id)?.name ?? "";

function forget(): void {
  [rows.value, problems.value, seen.value, refused.value, done.value] = [[], [], false, "", 0];
}
function typed(event: Event): void {
  if (!(event instanceof InputEvent) || event.inputType !== "insertFromPaste") html.value = "";
  forget();
}
async function show(file: File | null = null): Promise<void> {
  forget();
  busy.value = true;
  try {
    const found = await (file
      ? previewPeopleFile(slug, file)
      : previewPeople(slug, { text: text.value, html: html.value }));
    [rows.value, problems.value, seen.value] = [ownPeople(found, alone.value), found.problems, true];
  } catch (error) {
    refused.value = wrong(error);
  } finally {
    busy.value = false;
  }
}
function choose(event: Event): void {
  const file = takeFiles(event)[0];
  if (file) void show(file);
}
function all(section: number | null): void {
  for (const row of rows.value) if (row.section_id === null) row.section_id = section;
}

/** In parts: those that went through stay enrolled, and pressing again goes on with the rest. */
async function enrol(): Promise<void> {
  busy.value = true;
  refused.value = "";
  const list = wanted.value;
  const count = { new: 0, moved: 0, returned: 0 };
  done.value = 0;
  try {
    for (const part of inParts(list, PART)) {
      const asked = part.map(({ name, sort_name, email, section_id }) => ({
        name,
        sort_name,
        email,
        section_id,
      }));
      const told = await writes.enrol.mutateAsync({ people: asked });
      count.new += told.new;
      count.moved += told.moved;
      count.returned += told.returned;
      for (const row of part) row.used = false;
      done.value += part.length;
    }
    say(t("people.enrolled", count));
    text.value = html.value = "";
    forget();
  } catch (error) {
    refused.value = wrong(error);
  } finally {
    busy.value = false;
  }
}
const fateOf = (row: EnrolRow): string =>
  row.as_line !== null ? t("people.fate.twice", { line: row.as_line }) : t(`people.fate.${row.fate}`);
</script>

<template>
  <section>
    <h2 class="mb-1 text-[17px] font-bold">{{ t("people.enrol") }}</h2>
    <form class="card grid gap-3 p-4" @submit.prevent="show()">
      <UiField v-slot="{ field }" :label="t('people.list')">
        <textarea
          :id="field"
          v-model="text"
          class="field figures"
          :rows="seen ? 3 : 5"
          spellcheck="false"
          :placeholder="t('people.example')"
          @paste="html = $event.clipboardData?.getData('text/html') ?? ''"
          @input="typed"
        />
      </UiField>
      <div class="flex flex-wrap items-end gap-4">
        <label class="text-[13.5px] text-soft"
          >{{ t("people.file") }}
          <input
            type="file"
            class="mt-1 block min-h-9 max-w-full text-ink"
            accept=".xlsx,.csv,.tsv,.txt"
            @change="choose"
          />
        </label>
        <UiButton type="submit" :look="seen ? 'plain' : 'main'" :disabled="busy || !text.trim()">{{
          t("people.preview")
        }}</UiButton>
      </div>
    </form>
    <p v-if="refused" role="alert" class="mt-3 text-late">{{ refused }}</p>
    <template v-if="seen">
      <ul v-if="problems.length" class="card mt-3 p-3 text-[14px]" :aria-label="t('people.problems')">
        <li v-for="p in problems" :key="`${p.line}.${p.column}.${p.sentence}`" class="text-late">
          {{ p.sentence }}
          <span v-if="p.column" class="text-soft">{{
            t("people.where", { line: p.line, column: p.column })
          }}</span>
        </li>
      </ul>
      <template v-if="rows.length">
        <div class="mt-3 mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
          <span v-if="busy" role="status">{{
            t("people.progress", { n: done, all: wanted.length + done })
          }}</span>
          <progress
            v-if="busy"
            :value="done"
            :max="wanted.length + done"
            class="w-40"
            :aria-label="t('people.enrol')"
          />
          <template v-if="lacking">
            <span class="text-late">{{ t("people.lacking", { n: lacking }, lacking) }}</span>
            <UiButton v-for="one in people.sections" :key="one.id" look="text" @click="all(one.id)">{{
              t("people.allInto", { name: one.name })
            }}</UiButton>
          </template>
          <UiButton class="ml-auto" look="main" :disabled="busy || !wanted.length" @click="enrol">{{
            t("people.go", { n: wanted.length }, wanted.length)
          }}</UiButton>
        </div>
        <div class="card overflow-x-auto">
          <table class="ruled-table w-full">
            <thead>
              <tr>
                <th>
                  <span class="sr-only">{{ t("people.use") }}</span>
                </th>
                <th>{{ t("people.name") }}</th>
                <th>{{ t("people.email") }}</th>
                <th v-if="people.sections.length">{{ t("roster.section") }}</th>
                <th>{{ t("people.becomes") }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows.slice(0, most)" :key="row.line + row.email" :class="{ off: !row.used }">
                <td>
                  <label
                    ><input v-model="row.used" type="checkbox" />
                    <span class="sr-only">{{ t("people.useLine", { line: row.line }) }}</span></label
                  >
                </td>
                <td>
                  <input
                    v-model="row.name"
                    class="field"
                    :aria-label="t('people.nameOf', { line: row.line })"
                  />
                </td>
                <td class="figures">{{ row.email }}</td>
                <td v-if="people.sections.length">
                  <select
                    v-model="row.section_id"
                    class="field"
                    :aria-label="t('people.sectionOf', { line: row.line })"
                  >
                    <option :value="null">{{ t("people.which") }}</option>
                    <option v-for="one in people.sections" :key="one.id" :value="one.id">
                      {{ one.name }}
                    </option>
                  </select>
                </td>
                <td class="text-[14px]">
                  {{ fateOf(row) }}
                  <span v-if="row.fate === 'moved'" class="text-soft">{{ sectionOf(row.section_id) }}</span>
                  <span v-if="row.like_line !== null" class="block text-late">{{
                    t("people.like", { line: row.like_line })
                  }}</span>
                </td>
              </tr>
            </tbody>
          </table>
          <MoreRows v-model="most" :all="rows.length" />
        </div>
      </template>
    </template>
  </section>
</template>

<style scoped>
.off {
  color: var(--ink-soft);
}
td {
  vertical-align: middle;
}
td select,
td .field:not([type]) {
  min-width: 130px;
}
</style>
