<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { chosenOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { useSheetWrites } from "../queries";

/** Sheets made for those who have none, some at a time; then printed with their key, so many in a file. */
const { page, slug, id } = defineProps<{ page: Shapes["SheetsPage"]; slug: string; id: number }>();
const { t } = useI18n();
const writes = useSheetWrites(
  () => slug,
  () => id,
);
const ROOMS = ["none", "some", "much"] as const;
const room = ref<(typeof ROOMS)[number]>("some");
const left = ref<number | null>(null);
const throwing = ref(false);
const unused = computed(() => page.rows.filter((r) => !r.taken_in_at && !r.photos).length);
const parts = computed(() => {
  const all = page.rows.length;
  return Array.from({ length: Math.ceil(all / page.in_a_file) }, (_, n) => ({
    part: n + 1,
    first: n * page.in_a_file + 1,
    last: Math.min(all, (n + 1) * page.in_a_file),
  }));
});
const WHATS = [
  ["sheets", "print"],
  ["key", "printKey"],
  ["worked", "printWorked"],
] as const;
const file = (part: number, what: string): string =>
  `/api/courses/${slug}/items/${id}/quiz-sheets/print/${part}?what=${what}&room=${room.value}`;

async function make(): Promise<void> {
  left.value = page.without;
  // Each go is kept as it is made; who leaves meanwhile finds those that were.
  while (left.value) {
    const made = await writes.make.mutateAsync().catch(() => null);
    if (!made || made.left >= (left.value ?? 0)) break;
    left.value = made.left;
  }
  left.value = null;
}

async function throwAway(): Promise<void> {
  if (await writes.throwAway.mutateAsync().catch(() => null)) throwing.value = false;
}
</script>

<template>
  <section :aria-label="t('sheets.one')">
    <h2 class="mb-2 text-[18px] font-bold">{{ t("sheets.one") }}</h2>
    <p v-if="!page.questions" class="card px-4 py-3">{{ t("sheets.noQuestions") }}</p>
    <template v-else>
      <p v-if="!page.rows.length" class="mb-2">{{ t("sheets.none") }}</p>
      <div v-if="page.without || left !== null" class="mb-3 flex flex-wrap items-center gap-3">
        <UiButton :look="page.rows.length ? 'plain' : 'main'" :disabled="left !== null" @click="make">{{
          t("sheets.make", { n: page.without }, page.without)
        }}</UiButton>
        <span v-if="left !== null" role="status">{{ t("sheets.making", { n: left }) }}</span>
      </div>
      <template v-if="page.rows.length">
        <UiField v-slot="{ field }" class="mb-2 max-w-[200px]" :label="t('sheets.room')">
          <select :id="field" class="field" :value="room" @change="room = chosenOf($event, ROOMS) ?? room">
            <option v-for="one in ROOMS" :key="one" :value="one">{{ t(`sheets.roomOf.${one}`) }}</option>
          </select>
        </UiField>
        <ul class="border-t border-rule">
          <li
            v-for="one in parts"
            :key="one.part"
            class="flex flex-wrap items-baseline gap-x-5 border-b border-rule py-1.5"
          >
            <span class="min-w-[150px]">{{ t("sheets.range", one) }}</span>
            <a
              v-for="[what, word] in WHATS"
              :key="what"
              :href="file(one.part, what)"
              class="underline"
              download
              :aria-label="t(`sheets.${word}Of`, one)"
              >{{ t(`sheets.${word}`) }}</a
            >
          </li>
        </ul>
        <p v-if="unused" class="mt-2">
          <UiButton look="text" class="!px-0" @click="throwing = true">{{ t("sheets.throwAway") }}</UiButton>
        </p>
      </template>
    </template>
    <UiDialog :open="throwing" :title="t('sheets.throwTitle')" @close="throwing = false">
      <p>{{ t("sheets.throwLine") }}</p>
      <div class="mt-4 flex gap-2">
        <UiButton look="danger" :disabled="writes.throwAway.isPending.value" @click="throwAway">{{
          t("sheets.throwNow")
        }}</UiButton>
        <UiButton look="text" @click="throwing = false">{{ t("quiz.confirm.back") }}</UiButton>
      </div>
    </UiDialog>
  </section>
</template>
