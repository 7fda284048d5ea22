<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { gradebookPath, itemPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useWrong } from "@/frame/writes";
import { useUnsaved } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import { say } from "@/ui/notice/notices";
import { useTalkClass, useTalkWrites } from "./queries";

/** The class's parts, what the counting proposes for each, and the score. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const id = () => page.row.id;
const { data: found } = useTalkClass(
  () => slug,
  id,
  () => true,
);
const writes = useTalkWrites(() => slug, id);
const AT_ONCE = 50;
/** What was typed and is not kept yet, by person. */
const typed = ref<Record<number, string>>({});
const refused = ref("");
const sent = ref<{ done: number; all: number } | null>(null);
useUnsaved(() => Object.keys(typed.value).length > 0);
const waiting = computed(() => found.value?.rows.filter((r) => r.state === "waiting") ?? []);

const wishOf = (row: Shapes["TalkRow"], raw: string): Shapes["TalkScoreIn"] => ({
  person_id: row.person_id,
  raw,
  comment: row.comment,
  seen_version: row.version,
  above_possible: false,
});

async function keep(row: Shapes["TalkRow"]): Promise<void> {
  const raw = typed.value[row.person_id];
  if (raw === undefined || raw.trim() === (row.raw ?? "")) return drop(row);
  refused.value = "";
  try {
    await writes.scores.mutateAsync([wishOf(row, raw)]);
    drop(row);
  } catch (error) {
    refused.value = `${row.name}: ${wrong(error)}`;
  }
}

function drop(row: Shapes["TalkRow"]): void {
  typed.value = Object.fromEntries(
    Object.entries(typed.value).filter(([pk]) => Number(pk) !== row.person_id),
  );
}

/** All that wait get what is proposed, some at a time. */
async function takeAll(): Promise<void> {
  const rows = waiting.value;
  refused.value = "";
  sent.value = { done: 0, all: rows.length };
  try {
    for (let from = 0; from < rows.length; from += AT_ONCE) {
      await writes.scores.mutateAsync(rows.slice(from, from + AT_ONCE).map((r) => wishOf(r, r.proposed)));
      sent.value = { done: Math.min(from + AT_ONCE, rows.length), all: rows.length };
    }
    say(t("talk.scored", { n: rows.length }, rows.length));
  } catch (error) {
    refused.value = wrong(error);
  }
  sent.value = null;
}
</script>

<template>
  <LoadingNote v-if="!found" />
  <section v-else class="mt-3" :aria-label="t('talk.classTitle')">
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <UiButton :to="itemPath(slug, page.row.id)">{{ t("talk.toPosts") }}</UiButton>
      <UiButton v-if="waiting.length" look="main" :disabled="sent !== null" @click="takeAll">{{
        t("talk.takeAll", { n: waiting.length }, waiting.length)
      }}</UiButton>
      <span v-if="sent" role="status" class="text-soft">{{ t("talk.taking", sent) }}</span>
    </div>
    <p v-if="!found.possible" class="mb-2 text-soft">{{ t("talk.noPoints") }}</p>
    <p v-if="refused" role="alert" class="mb-2 text-late">{{ refused }}</p>
    <div class="overflow-x-auto">
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("talk.student") }}</th>
            <th v-for="want in found.wants" :key="want" scope="col">{{ want }}</th>
            <th scope="col">{{ t("talk.proposed") }}</th>
            <th v-if="found.possible" scope="col">{{ t("talk.score", { n: found.possible }) }}</th>
            <th scope="col">{{ t("talk.state") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in found.rows" :key="row.person_id">
            <th scope="row" class="font-normal">
              {{ row.name }} <span class="text-soft">{{ row.section }}</span>
            </th>
            <td v-for="(have, n) in row.haves" :key="n" class="figures">{{ have }}</td>
            <td class="figures">{{ row.proposed }}</td>
            <td v-if="found.possible">
              <input
                class="field figures !min-h-7 !w-20"
                inputmode="decimal"
                :aria-label="t('talk.scoreOf', { name: row.name })"
                :value="typed[row.person_id] ?? row.raw ?? ''"
                :placeholder="row.state === 'waiting' ? row.proposed : ''"
                :disabled="row.state === 'excused'"
                @input="typed[row.person_id] = ($event.target as HTMLInputElement).value"
                @change="keep(row)"
              />
            </td>
            <td class="text-[14px]">
              {{ t(`talk.rowState.${row.state}`) }}
              <span v-if="row.late" class="text-late">{{ t("talk.late", { n: row.late }, row.late) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="mt-3 text-[14px] text-soft">
      <RouterLink :to="gradebookPath(slug)" class="underline">{{ t("place.gradebook") }}</RouterLink>
      {{ found.hold ? t("talk.held") : t("talk.atOnce") }}
    </p>
  </section>
</template>
