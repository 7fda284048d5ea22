<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { copyOf } from "@/api/copy";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { usePlaceWrites, useTerms } from "../queries";

/** Terms that courses can choose, each with its breaks. */
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => "UTC");
const { data: terms } = useTerms();
const writes = usePlaceWrites();
type Form = { id: number | null; courses: number } & Required<Shapes["TermIn"]>;
const form = ref<Form | null>(null);
const refused = ref("");
let first = "";
const mayClose = useUnsaved(() => form.value !== null && JSON.stringify(form.value) !== first);

function open(one: Shapes["KeptTerm"] | null): void {
  refused.value = "";
  form.value = one
    ? copyOf(one)
    : {
        id: null,
        courses: 0,
        name: "",
        first_day: "",
        last_day: "",
        week_start: 0,
        first_week_number: 1,
        breaks: [],
      };
  first = JSON.stringify(form.value);
}
async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  refused.value = "";
  const { id, name, first_day, last_day, week_start, first_week_number, breaks } = typed;
  try {
    await writes.term.mutateAsync({ id, name, first_day, last_day, week_start, first_week_number, breaks });
    form.value = null;
  } catch (error) {
    refused.value = wrong(error);
  }
}
function addBreak(): void {
  const day = form.value?.first_day ?? "";
  form.value?.breaks.push({ name: "", first_day: day, last_day: day, takes_week_number: false });
}
async function cancel(): Promise<void> {
  if (await mayClose()) form.value = null;
}
</script>

<template>
  <section v-if="terms">
    <p v-if="!terms.length" class="card mb-3 p-4 text-soft">{{ t("admin.noTerms") }}</p>
    <ul v-else class="card mb-3">
      <li v-for="one in terms" :key="one.id" class="list-row row">
        <b class="font-semibold">{{ one.name }}</b>
        <span class="figures text-[14px]">{{
          t("begin.span", { from: times.date(one.first_day), to: times.date(one.last_day) })
        }}</span>
        <span class="text-[14px] text-soft">{{ one.breaks.map((b) => b.name).join(", ") }}</span>
        <span class="text-[14px]">{{ t("admin.inCourses", { n: one.courses }, one.courses) }}</span>
        <span class="text-right">
          <UiButton look="text" @click="open(one)">{{ t("admin.change") }}</UiButton>
          <UiButton look="text" @click="writes.removeTerm.mutate(one.id)">{{ t("setup.remove") }}</UiButton>
        </span>
      </li>
    </ul>
    <UiButton look="main" @click="open(null)">{{ t("admin.newTerm") }}</UiButton>
    <UiDialog
      :open="form !== null"
      wide
      :may-close="mayClose"
      :title="form?.id === null ? t('admin.newTerm') : (form?.name ?? '')"
      @close="form = null"
    >
      <form v-if="form" class="grid gap-3" @submit.prevent="keep">
        <p v-if="form.courses" class="text-[14px] text-soft">
          {{ t("admin.follow", { n: form.courses }, form.courses) }}
        </p>
        <div class="grid gap-3 sm:grid-cols-3">
          <UiField v-slot="{ field }" :label="t('setup.termName')"
            ><input :id="field" v-model="form.name" class="field" required maxlength="100"
          /></UiField>
          <UiField v-slot="{ field }" :label="t('setup.firstDay')"
            ><input :id="field" v-model="form.first_day" class="field figures" type="date" required
          /></UiField>
          <UiField v-slot="{ field }" :label="t('setup.lastDay')"
            ><input :id="field" v-model="form.last_day" class="field figures" type="date" required
          /></UiField>
        </div>
        <fieldset class="grid gap-2">
          <legend class="mb-1 font-semibold">{{ t("setup.breaks") }}</legend>
          <div v-for="(pause, n) in form.breaks" :key="n" class="break">
            <input v-model="pause.name" class="field" :aria-label="t('setup.breakName')" required />
            <input
              v-model="pause.first_day"
              class="field figures"
              type="date"
              :aria-label="t('setup.from')"
              required
            />
            <input
              v-model="pause.last_day"
              class="field figures"
              type="date"
              :aria-label="t('setup.to')"
              required
            />
            <UiButton look="text" @click="form.breaks.splice(n, 1)">{{ t("setup.remove") }}</UiButton>
          </div>
          <div>
            <UiButton @click="addBreak">{{ t("setup.addBreak") }}</UiButton>
          </div>
        </fieldset>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <div class="flex gap-2">
          <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
          <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
        </div>
      </form>
    </UiDialog>
  </section>
  <LoadingNote v-else />
</template>

<style scoped>
.row {
  grid-template-columns: 160px 190px minmax(0, 1fr) 110px 170px;
}
.break {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px 150px auto;
  gap: 8px;
}
@media screen and (max-width: 719px) {
  .row,
  .break {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
