<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { takeFiles } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { previewTable, useBankWrites } from "../queries";

/** Questions from a spreadsheet: each line with what it becomes, before anything is kept. */
const { slug, bank } = defineProps<{ slug: string; bank: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useBankWrites(() => slug);
const text = ref("");
const lines = ref<Shapes["TableLineOut"][] | null>(null);
const refused = ref("");
const { mayClose, saved } = useTyped(() => text.value);
const good = computed(() => (lines.value ?? []).filter((line) => !line.problems.length).length);

async function choose(event: Event): Promise<void> {
  const [file] = takeFiles(event);
  if (!file) return;
  text.value = await file.text();
  await preview();
}

async function preview(): Promise<void> {
  refused.value = "";
  try {
    lines.value = (await previewTable(slug, bank, text.value)).lines;
  } catch (error) {
    [lines.value, refused.value] = [null, wrong(error)];
  }
}

async function take(): Promise<void> {
  const done = await writes.takeIn.mutateAsync({ bank, text: text.value }).catch(() => null);
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
      <textarea :id="field" v-model="text" class="field figures" rows="6" @input="lines = null" />
    </UiField>
    <UiField v-slot="{ field }" :label="t('banks.file')" class="my-2">
      <input :id="field" type="file" accept=".csv,.tsv,.txt,text/csv" @change="choose" />
    </UiField>
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
        </span>
        <span class="text-[13px] text-soft">{{ line.asks.map((kind) => t(`kind.${kind}`)).join(", ") }}</span>
      </li>
    </ol>
    <div class="mt-3 flex flex-wrap gap-2">
      <UiButton v-if="lines && good" look="main" @click="take">{{
        t("banks.takeNow", { n: good }, good)
      }}</UiButton>
      <UiButton v-else :look="lines ? 'plain' : 'main'" :disabled="!text.trim()" @click="preview">{{
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
