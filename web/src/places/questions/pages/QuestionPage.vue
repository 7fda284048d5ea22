<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { bankQuestionPath, banksPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import FieldCard from "../components/FieldCard.vue";
import InsertRow from "../components/InsertRow.vue";
import ParameterTable from "../components/ParameterTable.vue";
import QuestionSide from "../components/QuestionSide.vue";
import EditionList from "../components/EditionList.vue";
import TaughtIn from "../components/TaughtIn.vue";
import UsedIn from "../components/UsedIn.vue";
import { aField, type Field, type Question } from "../model/blank";
import { emptyForm, formOf, problemsOf, wishOf, type Form } from "../model/form";
import { uploadBankPicture, useBank, useBankQuestion, useBankWrites } from "../queries";

const { slug, bank, question } = defineProps<{ slug: string; bank: number; question: number }>();
const { t } = useI18n();
const wrong = useWrong();
const router = useRouter();
const { data: kept, error: missing } = useBankQuestion(
  () => slug,
  () => question,
);
const { data: into, error: noBank } = useBank(
  () => slug,
  () => bank,
);
const writes = useBankWrites(() => slug);
const editor = useTemplateRef("editor");
const home = computed(() => kept.value?.bank ?? into.value?.bank);
const mayChange = computed(() => kept.value?.can_change ?? into.value?.can_change ?? false);

const form = ref<Form | null>(null);
/** The question that the form is of; 0 for a new one. */
const of = ref(0);
const seen = ref(0);
const numbers = ref<Record<string, string>>({});
const problems = ref<Record<string, string>>({});
const refused = ref<string[]>([]);
const drawn = ref(0);
const { saved } = useTyped(() => form.value);

/** Taken once, and when an edition is taken up: what is read anew writes over nobody's typing. */
function take(from: Shapes["BankQuestionOut"]): void {
  form.value = formOf(from);
  [of.value, seen.value] = [from.id, from.edition];
  drawn.value += 1;
  saved();
}
watch(kept, (found) => found?.id === question && of.value !== found.id && take(found), { immediate: true });
watch(
  into,
  (found) => {
    if (!found || question || (form.value && !of.value)) return;
    form.value = emptyForm();
    [of.value, seen.value] = [0, 0];
    saved();
  },
  { immediate: true },
);

const names = computed(() => (form.value?.body.parameters ?? []).map((p) => p.name));
const fieldNames = computed(() => (form.value?.body.fields ?? []).map((f) => f.name));
const change = (part: Partial<Question>): void => {
  if (form.value) form.value.body = { ...form.value.body, ...part };
};
const picture = (file: File) => uploadBankPicture(slug, file);
const fieldAt = (at: number, field: Field): void =>
  change({ fields: (form.value?.body.fields ?? []).map((f, n) => (n === at ? field : f)) });

async function save(): Promise<void> {
  if (!form.value) return;
  const [body, sent] = [wishOf(form.value), JSON.stringify(form.value)];
  refused.value = [];
  try {
    const made = question
      ? await writes.save.mutateAsync({ id: question, body, seen: seen.value })
      : await writes.write.mutateAsync({ bank, body });
    const fresh = made.edition !== seen.value;
    [of.value, seen.value] = [made.id, made.edition];
    // What was typed while it was on its way stays, and is not saved yet.
    if (JSON.stringify(form.value) === sent) saved();
    problems.value = {};
    say(fresh ? t("question.saved", { n: made.edition }) : t("question.noChange"));
    if (!question) await router.replace(bankQuestionPath(slug, made.id));
  } catch (error) {
    problems.value = problemsOf(error);
    refused.value = [...new Set([wrong(error), ...Object.values(problems.value)])];
  }
}

async function takeUp(edition: number): Promise<void> {
  const made = await writes.takeUp.mutateAsync({ id: question, edition }).catch(() => null);
  if (made) take(made);
}
</script>

<template>
  <NothingHere v-if="(missing && !kept) || (noBank && !into)" :message="wrong(missing ?? noBank)" />
  <main v-else-if="form && home && (!question || of === question)" id="content" class="page">
    <div class="left">
      <RouterLink class="inline-flex min-h-6 items-center text-[14px]" :to="banksPath(slug, home.id)">{{
        t("question.inBank", { name: home.name })
      }}</RouterLink>
      <h1 class="sr-only">{{ form.name || t("question.fresh") }}</h1>
      <p v-if="!mayChange" class="mb-3 text-soft">{{ t("question.readOnly") }}</p>
      <form @submit.prevent="save">
        <fieldset :disabled="!mayChange" class="contents">
          <input
            v-model="form.name"
            class="name"
            :aria-label="t('question.name')"
            :placeholder="t('question.fresh')"
            required
            maxlength="200"
          />
          <h2>{{ t("question.text") }}</h2>
          <RichEditor
            :key="drawn"
            ref="editor"
            low
            :html="form.body.text"
            :label="t('question.text')"
            :slug="slug"
            :chip-names="[...names, ...fieldNames]"
            :upload="picture"
            @change="change({ text: $event })"
          />
          <InsertRow :names="names" :fields="fieldNames" @insert="editor?.insert(`[[${$event}]]`)" />
          <p v-if="problems.text" class="text-[13.5px] text-late" role="alert">{{ problems.text }}</p>
          <h2>{{ t("question.changes") }}</h2>
          <ParameterTable
            :parameters="form.body.parameters"
            :numbers="numbers"
            :problems="problems"
            @change="change({ parameters: $event })"
          />
          <UiCheck
            :model-value="form.body.in_degrees"
            :label="t('question.degrees')"
            @update:model-value="change({ in_degrees: $event })"
          />
          <h2>{{ t(form.body.fields.length > 1 ? "question.answers" : "question.answer") }}</h2>
          <FieldCard
            v-for="(one, at) in form.body.fields"
            :key="one.name"
            class="mb-2"
            :field="one"
            :alone="form.body.fields.length === 1"
            :problems="problems"
            @change="fieldAt(at, $event)"
            @remove="change({ fields: form.body.fields.filter((_, n) => n !== at) })"
          />
          <UiButton
            look="text"
            @click="change({ fields: [...form.body.fields, aField(form.body.fields)] })"
            >{{ t("question.addAnswer") }}</UiButton
          >
          <h2>{{ t("question.solution") }}</h2>
          <RichEditor
            :key="`solution ${drawn}`"
            low
            :html="form.body.solution"
            :label="t('question.solution')"
            :slug="slug"
            :chip-names="names"
            :upload="picture"
            @change="change({ solution: $event })"
          />
          <div class="last">
            <UiField v-slot="{ field }" :label="t('question.tags')">
              <input :id="field" v-model="form.tags" class="field" />
            </UiField>
            <UiField v-slot="{ field }" :label="t('question.points')">
              <input :id="field" v-model="form.points" class="field figures" inputmode="decimal" />
            </UiField>
          </div>
          <h2>{{ t("question.taught") }}</h2>
          <TaughtIn
            class="mb-3"
            :places="form.taught"
            :slug="slug"
            :may-change="mayChange"
            @change="form.taught = $event"
          />
          <div v-if="refused.length" class="refused" role="alert">
            <b>{{ t("question.cantSave") }}</b>
            <p v-for="sentence in refused" :key="sentence">{{ sentence }}</p>
          </div>
          <UiButton v-if="mayChange" look="main" type="submit">{{ t("question.save") }}</UiButton>
        </fieldset>
      </form>
      <UsedIn v-if="kept" :slug="slug" :question="kept.id" />
      <EditionList v-if="kept" :question="kept" :slug="slug" @take-up="takeUp" />
    </div>
    <QuestionSide
      v-if="mayChange"
      class="right"
      :slug="slug"
      :body="form.body"
      @mend="change"
      @numbers="numbers = $event"
      @problems="problems = problemsOf($event)"
    />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 460px);
}
.left {
  min-width: 0;
  padding: 14px clamp(14px, 2vw, 24px) 60px;
}
.name {
  display: block;
  width: 100%;
  margin: 0 -8px;
  padding: 0 8px 2px;
  border: 1px solid transparent;
  border-radius: 4px;
  background: none;
  font: 700 26px/1.3 var(--font-head);
  letter-spacing: -0.015em;
}
.name:hover:enabled,
.name:focus,
.name:placeholder-shown {
  border-color: var(--rule);
  background: var(--sheet);
}
.left h2 {
  margin: 16px 0 4px;
  color: var(--ink-soft);
  font: 13.5px var(--font-sans);
}
.right {
  min-width: 0;
  padding: 18px clamp(14px, 2vw, 24px) 60px;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
}
.last {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  gap: 12px;
  margin: 12px 0;
}
.refused {
  margin: 12px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--late);
  background: color-mix(in srgb, var(--late) 7%, var(--sheet));
}
@media screen and (max-width: 1019px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
  .right {
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
}
</style>
