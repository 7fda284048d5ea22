<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { useDone } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { previewPaste, useSetupWrites } from "../queries";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSetupWrites(() => slug);
const done = useDone(() => slug);
const text = ref("");
useUnsaved(() => text.value.trim() !== "");
const order = ref(schedule.date_order);
const shown = ref<Shapes["Paste"] | null>(null);
const refused = ref("");

async function preview(): Promise<void> {
  refused.value = "";
  try {
    shown.value = await previewPaste(slug, { text: text.value, order: order.value });
  } catch (error) {
    shown.value = null;
    refused.value = wrong(error);
  }
}

async function make(): Promise<void> {
  const made = await writes.paste.mutateAsync({ text: text.value, order: order.value });
  shown.value = null;
  text.value = "";
  done(t("paste.made"), made.change);
}
const place = (p: Shapes["PasteProblem"]): string =>
  p.column ? t("paste.atCell", { line: p.line, column: p.column }) : t("paste.at", { line: p.line });
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
          rows="8"
          spellcheck="false"
          @input="shown = null"
        />
      </UiField>
      <div class="flex flex-wrap items-end gap-4">
        <UiField v-slot="{ field }" :label="t('paste.order')">
          <select :id="field" v-model="order" class="field" @change="shown = null">
            <option value="month_first">{{ t("paste.month_first") }}</option>
            <option value="day_first">{{ t("paste.day_first") }}</option>
          </select>
        </UiField>
        <UiButton type="submit" :look="shown ? 'plain' : 'main'" :disabled="!text.trim()">{{
          t("paste.preview")
        }}</UiButton>
        <UiButton v-if="shown?.rows.length" look="main" @click="make">{{ t("paste.make") }}</UiButton>
      </div>
    </form>
    <p v-if="refused" role="alert" class="mt-3 text-late">{{ refused }}</p>
    <template v-if="shown">
      <ul v-if="shown.problems.length" class="card mt-4 p-3 text-[14px]" :aria-label="t('paste.problems')">
        <li v-for="p in shown.problems" :key="`${p.line}.${p.column}`" class="text-late">
          <template v-if="p.line > 0">{{ place(p) }}: </template>{{ p.sentence }}
        </li>
      </ul>
      <table v-if="shown.rows.length" class="card ruled-table mt-4 w-full">
        <thead>
          <tr>
            <th>{{ t("paste.row") }}</th>
            <th>{{ t("term.week") }}</th>
            <th>{{ t("paste.becomes") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in shown.rows" :key="row.line">
            <td class="figures">{{ row.line }}</td>
            <td>
              <span class="figures">{{ row.week }}</span>
              <span v-if="row.carried" class="block text-[12.5px] text-soft">{{ t("paste.carried") }}</span>
            </td>
            <td>
              <b>{{ row.topic }}</b>
              <div v-for="item in row.items" :key="item.title">
                {{ t(`paste.items.${item.kind}`) }}: {{ item.title }}
                <span v-if="item.due && item.kind === 'assignment'" class="text-soft">
                  · {{ t("paste.due", { day: item.due }) }}</span
                >
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>
