<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiFiles from "@/ui/field/UiFiles.vue";

/** Scores of a spreadsheet: each change, and each row that can't be read, before anything is kept. */
const { slug } = defineProps<{ slug: string }>();
const emit = defineEmits<{ close: []; take: [changes: Shapes["BroughtCell"][]] }>();
const { t } = useI18n();
const wrong = useWrong();
const found = ref<Shapes["Brought"] | null>(null);
const refused = ref("");
const share = ref<number | null>(null);

async function choose([chosen]: File[]): Promise<void> {
  if (!chosen) return;
  [found.value, refused.value] = [null, ""];
  try {
    found.value = await upload<Shapes["Brought"]>(
      `/api/courses/${slug}/gradebook/table-preview`,
      chosen,
      wishKey(),
      (part) => (share.value = part),
    );
  } catch (error) {
    refused.value = wrong(error);
  } finally {
    share.value = null;
  }
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('gradebook.bringIn')" @close="emit('close')">
    <p class="mb-3 text-[14px] text-soft">{{ t("gradebook.bringInHint") }}</p>
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <UiFiles accept=".csv,.tsv,.txt,.xlsx" @chosen="choose">{{ t("gradebook.chooseTable") }}</UiFiles>
      <progress v-if="share !== null" max="1" :value="share" :aria-label="t('gradebook.bringIn')" />
    </div>
    <p v-if="refused" class="mb-2 text-late" role="alert">{{ refused }}</p>
    <template v-if="found">
      <p class="mb-2" role="status">
        {{ t("gradebook.brought", { n: found.changes.length, same: found.same }, found.changes.length) }}
      </p>
      <p v-if="found.unknown.length" class="mb-2 text-soft">
        {{ t("gradebook.unknown", { names: found.unknown.join(", ") }) }}
      </p>
      <section v-if="found.refused.length" class="mb-3">
        <h3 class="font-semibold">
          {{ t("gradebook.unread", { n: found.refused.length }, found.refused.length) }}
        </h3>
        <ul class="card part">
          <li v-for="(one, n) in found.refused" :key="n" class="list-row">
            <span>{{ t("gradebook.unreadAt", { row: one.row, column: one.column }) }} {{ one.words }}</span>
          </li>
        </ul>
      </section>
      <table v-if="found.changes.length" class="ruled-table part w-full">
        <thead>
          <tr>
            <th scope="col">{{ t("gradebook.student") }}</th>
            <th scope="col">{{ t("gradebook.item") }}</th>
            <th scope="col">{{ t("gradebook.now") }}</th>
            <th scope="col">{{ t("gradebook.then") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, n) in found.changes.slice(0, 200)" :key="n">
            <td>{{ one.name }}</td>
            <td>{{ one.title }}</td>
            <td class="figures">{{ one.before || "–" }}</td>
            <td class="figures" :class="{ 'text-late': one.above }">
              {{ one.text }}{{ one.above ? `, ${t("gradebook.moreThan")}` : "" }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.changes.length > 200" class="text-soft">
        {{ t("gradebook.andMore", { n: found.changes.length - 200 }) }}
      </p>
      <div class="mt-3">
        <UiButton look="main" :disabled="!found.changes.length" @click="emit('take', found.changes)">{{
          t("gradebook.bringThem", { n: found.changes.length }, found.changes.length)
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </template>
  </UiDialog>
</template>
