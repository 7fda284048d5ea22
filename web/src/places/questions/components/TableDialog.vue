<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useTyped } from "@/frame/unsaved";
import { useStale, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import UiFiles from "@/ui/field/UiFiles.vue";
import { say } from "@/ui/notice/notices";
import { previewFile, previewTable, takeFileIn, useBankWrites } from "../queries";

/** Questions from a spreadsheet: each line with what it becomes, before anything is kept. */
const { slug, bank } = defineProps<{ slug: string; bank: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useBankWrites(() => slug);
const text = ref("");
const lines = ref<Shapes["TableLineOut"][] | null>(null);
const refused = ref("");
const file = ref<File | null>(null);
const share = ref<number | null>(null);
const TEXTS = /\.(csv|tsv|txt)$/i;
const stale = useStale();
const { mayClose, saved } = useTyped(() => [text.value, file.value?.name ?? ""]);
const good = computed(() => (lines.value ?? []).filter((line) => !line.problems.length).length);

/** Text goes into the field, where it can be mended; what is no text is sent as it is. */
async function choose([chosen]: File[]): Promise<void> {
  if (!chosen) return;
  file.value = TEXTS.test(chosen.name) ? null : chosen;
  text.value = file.value ? "" : await chosen.text();
  await preview();
}

const told = (part: number): void => void (share.value = part);
async function preview(): Promise<void> {
  refused.value = "";
  try {
    const found = file.value
      ? await previewFile(slug, bank, file.value, told)
      : await previewTable(slug, bank, text.value);
    lines.value = found.lines;
  } catch (error) {
    [lines.value, refused.value] = [null, wrong(error)];
  }
  share.value = null;
}

async function taken(): Promise<Shapes["TakenIn"] | null> {
  if (!file.value) return writes.takeIn.mutateAsync({ bank, text: text.value }).catch(() => null);
  try {
    const done = await takeFileIn(slug, bank, file.value, told);
    await stale(touched.banks(slug));
    return done;
  } catch (error) {
    refused.value = wrong(error);
    return null;
  } finally {
    share.value = null;
  }
}

async function take(): Promise<void> {
  refused.value = "";
  const done = await taken();
  if (!done) return;
  saved();
  say(t("banks.takenIn", { n: done.count }, done.count));
  emit("close");
}

async function close(): Promise<void> {
  if (await mayClose()) emit("close");
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('banks.takeIn')" :may-close="mayClose" @close="emit('close')">
    <p class="mb-2 text-[14px] text-soft">{{ t("banks.tableHint") }}</p>
    <UiField v-slot="{ field }" :label="t('banks.table')">
      <textarea
        :id="field"
        v-model="text"
        class="field figures"
        rows="6"
        @input="[lines, file] = [null, null]"
      />
    </UiField>
    <div class="my-2 flex flex-wrap items-center gap-3">
      <UiFiles accept=".csv,.tsv,.txt,.xlsx,.zip,.xml" @chosen="choose">{{ t("banks.file") }}</UiFiles>
      <span v-if="file" class="figures">{{ file.name }}</span>
      <progress v-if="share !== null" max="1" :value="share" :aria-label="file?.name ?? ''" />
      <span v-else class="text-[14px] text-soft">{{ t("banks.fileHint") }}</span>
    </div>
    <p v-if="refused" class="mb-2 text-late" role="alert">{{ refused }}</p>
    <ol v-if="lines" class="card lines">
      <li
        v-for="line in lines"
        :key="line.line"
        class="list-row line"
        :class="{ wrong: line.problems.length }"
      >
        <span class="figures">{{ line.line }}</span>
        <span class="min-w-0">
          <b>{{ line.name || t("banks.noName") }}</b>
          <span v-for="problem in line.problems" :key="problem" class="block text-[13.5px]">{{
            problem
          }}</span>
          <span v-for="note in line.notes" :key="note" class="block text-[13.5px] text-soft">{{ note }}</span>
        </span>
        <span class="text-[13px] text-soft">{{ line.asks.map((kind) => t(`kind.${kind}`)).join(", ") }}</span>
      </li>
    </ol>
    <div class="mt-3 flex flex-wrap gap-2">
      <UiButton v-if="lines && good" look="main" :disabled="share !== null" @click="take">{{
        t("banks.takeNow", { n: good }, good)
      }}</UiButton>
      <UiButton v-else :look="lines ? 'plain' : 'main'" :disabled="!text.trim() && !file" @click="preview">{{
        t("banks.preview")
      }}</UiButton>
      <UiButton look="text" @click="close">{{ t("app.cancel") }}</UiButton>
    </div>
  </UiDialog>
</template>

<style scoped>
.lines {
  max-height: 40vh;
  overflow-y: auto;
}
.line {
  grid-template-columns: 34px minmax(0, 1fr) auto;
}
.line.wrong {
  color: var(--late);
}
</style>
