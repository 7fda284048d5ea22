<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { setupPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import AccessImport from "../components/AccessImport.vue";
import { useSchedule } from "../queries";
import { useAccess, useAccessWrites } from "../link-queries";

/** Who has access to a linked system, until when, and what it costs where somebody has not. */
const { slug, system } = defineProps<{ slug: string; system: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: found, error } = useAccess(
  () => slug,
  () => system,
);
const { data: schedule } = useSchedule(() => slug);
const times = useTimes(() => schedule.value?.zone ?? "UTC");
const writes = useAccessWrites(
  () => slug,
  () => system,
);
const KINDS = ["unknown", "none", "trial", "paid", "code"] as const;
type Row = Shapes["AccessRow"];
const form = ref<{ row: Row; kind: Row["kind"]; until: string; code: string } | null>(null);
const refused = ref("");
let first = "";
const typed = () => JSON.stringify([form.value?.kind, form.value?.until, form.value?.code]);
const mayClose = useUnsaved(() => form.value !== null && typed() !== first);

function open(row: Row): void {
  refused.value = "";
  const until = row.until ? times.value.isoDay(row.until) : "";
  form.value = { row, kind: row.kind, until, code: row.code };
  first = typed();
}
async function keep(): Promise<void> {
  const wish = form.value;
  if (!wish) return;
  refused.value = "";
  try {
    const until = wish.until || null;
    await writes.say.mutateAsync({ person: wish.row.person_id, kind: wish.kind, until, code: wish.code });
    form.value = null;
    say(t("links.saved"));
  } catch (error_) {
    refused.value = wrong(error_);
  }
}
function costs(row: Row): string {
  if (!row.blocked) return "";
  const at = row.blocked.matters;
  const titles = t("links.blocks", { titles: row.blocked.titles.join(", ") });
  return at ? `${titles} ${t("links.matters", { at: times.value.moment(at) })}` : titles;
}
function said(row: Row): string {
  if (!row.said_at || !row.said_by) return "";
  return t(`links.saidBy.${row.said_by}`, { at: times.value.moment(row.said_at) });
}
</script>

<template>
  <NothingHere v-if="error && !found" :message="wrong(error)" />
  <main v-else-if="found" id="content" class="place-page">
    <p>
      <RouterLink :to="setupPath(slug, 'systems')">{{ t("links.back") }}</RouterLink>
    </p>
    <h1 class="text-[24px] font-bold">{{ t("links.accessTitle", { system: found.system }) }}</h1>
    <p class="mb-4 max-w-[72ch] text-soft">{{ t("links.accessHint") }}</p>
    <div class="card overflow-x-auto">
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("links.who") }}</th>
            <th scope="col">{{ t("links.sectionHead") }}</th>
            <th scope="col">{{ t("links.accessHead") }}</th>
            <th scope="col">{{ t("links.blocksHead") }}</th>
            <th scope="col">{{ t("links.saidHead") }}</th>
            <th scope="col">
              <span class="sr-only">{{ t("links.change") }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in found.rows" :key="row.person_id">
            <td class="min-w-40">{{ row.name }}</td>
            <td class="whitespace-nowrap">{{ row.section }}</td>
            <td class="whitespace-nowrap" :class="{ 'text-soft': row.kind === 'unknown' }">
              {{ t(`links.kind.${row.kind}`) }}
              <span v-if="row.until" class="figures">{{ t("links.until") }} {{ times.day(row.until) }}</span>
            </td>
            <td class="min-w-60" :class="{ 'text-late': row.blocked }">{{ costs(row) }}</td>
            <td class="whitespace-nowrap text-soft">{{ said(row) }}</td>
            <td>
              <UiButton
                look="text"
                :aria-label="t('links.accessOf', { name: row.name })"
                @click="open(row)"
                >{{ t("links.change") }}</UiButton
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <AccessImport class="mt-6" :slug="slug" :system="system" />
    <UiDialog
      :open="form !== null"
      :may-close="mayClose"
      :title="t('links.accessOf', { name: form?.row.name ?? '' })"
      @close="form = null"
    >
      <form v-if="form" class="grid gap-3" @submit.prevent="keep">
        <UiField v-slot="{ field }" :label="t('links.accessHead')">
          <select :id="field" v-model="form.kind" class="field">
            <option v-for="kind in KINDS" :key="kind" :value="kind">{{ t(`links.kind.${kind}`) }}</option>
          </select>
        </UiField>
        <UiField
          v-if="form.kind !== 'none' && form.kind !== 'unknown'"
          v-slot="{ field }"
          :label="t('links.untilField')"
        >
          <input
            :id="field"
            v-model="form.until"
            class="field figures"
            type="date"
            :required="form.kind === 'trial'"
          />
        </UiField>
        <UiField v-if="form.kind === 'code'" v-slot="{ field }" :label="t('links.code')">
          <input :id="field" v-model="form.code" class="field" maxlength="80" />
        </UiField>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <p>
          <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        </p>
      </form>
    </UiDialog>
  </main>
  <LoadingNote v-else />
</template>
