<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useAllWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { say } from "@/ui/notice/notices";
import { anew, formOf, freshRubric, wishOf, type RubricForm } from "../model/rubric";
import { useRubrics, useRubricWrites } from "../queries";
import RubricFields from "./RubricFields.vue";

/** By what an item is measured: one of the course's rubrics, one taken over, a new one, or none. */
const { slug, id, title, present, possible } = defineProps<{
  slug: string;
  id: number;
  title: string;
  present: number | null;
  possible: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const allWrong = useAllWrong();
const { data: rubrics } = useRubrics(() => slug);
const writes = useRubricWrites(
  () => slug,
  () => id,
);
/** What is written; null: one is being chosen. `of`: the rubric that is changed. */
const writing = ref<{ of: Shapes["KeptRubric"] | null; form: RubricForm } | null>(null);
const problems = ref<string[]>([]);
const { mayClose, saved } = useTyped(() => writing.value?.form ?? null);
const most = computed(() =>
  (writing.value?.form.criteria ?? []).reduce(
    (sum, c) => sum + Math.max(0, ...c.levels.map((level) => Number(level.points.replace(",", ".")) || 0)),
    0,
  ),
);
const own = computed(() => rubrics.value?.own ?? []);

function write(of: Shapes["KeptRubric"] | null, form: RubricForm): void {
  writing.value = { of, form };
  problems.value = [];
  saved();
}

async function back(): Promise<void> {
  if (!(await mayClose())) return;
  writing.value = null;
  saved();
}

async function use(rubric: number | null): Promise<void> {
  await writes.use.mutateAsync(rubric);
  say(rubric === null ? t("rubric.none") : t("rubric.used", { item: title }));
  emit("close");
}

async function save(): Promise<void> {
  const now = writing.value;
  if (!now) return;
  problems.value = [];
  try {
    const wish = wishOf(now.form);
    const kept = now.of
      ? await writes.change.mutateAsync({ id: now.of.id, edition: now.of.edition, wish })
      : await writes.make.mutateAsync(wish);
    saved();
    if (now.of) {
      say(t("rubric.saved"));
      writing.value = null;
      saved();
    } else await use(kept.id);
  } catch (error) {
    problems.value = allWrong(error);
  }
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('rubric.choose')" :may-close="mayClose" @close="emit('close')">
    <form v-if="writing" @submit.prevent="save">
      <RubricFields v-model="writing.form" />
      <p v-if="writing.form.withPoints" class="mt-3 text-[14px] text-soft">
        {{ t("rubric.scaled", { most, possible }) }}
      </p>
      <p v-if="writing.of" class="text-[14px] text-soft">{{ t("rubric.stays") }}</p>
      <p v-for="problem in problems" :key="problem" role="alert" class="mt-2 text-late">{{ problem }}</p>
      <div class="mt-4 flex flex-wrap gap-2">
        <UiButton look="main" type="submit">{{ t("rubric.save") }}</UiButton>
        <UiButton look="text" @click="back">{{ t("rubric.back") }}</UiButton>
      </div>
    </form>
    <template v-else>
      <ul class="border-t border-rule">
        <li
          v-for="one in own"
          :key="one.id"
          class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2"
        >
          <b>{{ one.name }}</b>
          <span class="text-[14px] text-soft"
            >{{ one.most ? t("rubric.most", { n: one.most }) : t("rubric.words")
            }}<template v-if="one.used.length">
              · {{ t("rubric.usedBy", { n: one.used.length }, one.used.length) }}</template
            ></span
          >
          <span class="ml-auto flex gap-1">
            <UiButton v-if="one.id !== present" @click="use(one.id)">{{ t("rubric.use") }}</UiButton>
            <UiButton
              look="text"
              :aria-label="t('rubric.changeNamed', { name: one.name })"
              @click="write(one, formOf(one))"
              >{{ t("rubric.change") }}</UiButton
            >
            <UiButton v-if="!one.used.length" look="text" @click="writes.remove.mutate(one.id)">{{
              t("rubric.remove")
            }}</UiButton>
          </span>
        </li>
      </ul>
      <details v-if="rubrics?.elsewhere.length" class="mt-3">
        <summary class="cursor-pointer font-semibold text-deep">{{ t("rubric.takeOver") }}</summary>
        <ul class="mt-1 border-t border-rule">
          <li
            v-for="one in rubrics.elsewhere"
            :key="one.id"
            class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5"
          >
            <b>{{ one.name }}</b> <span class="text-soft">{{ one.course }}</span>
            <UiButton class="ml-auto" @click="write(null, anew(formOf(one)))">{{ t("rubric.use") }}</UiButton>
          </li>
        </ul>
      </details>
      <div class="mt-4 flex flex-wrap gap-2">
        <UiButton :look="own.length ? 'plain' : 'main'" @click="write(null, freshRubric())">{{
          t("rubric.write")
        }}</UiButton>
        <UiButton v-if="present !== null" look="text" @click="use(null)">{{
          t("rubric.chooseNone")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </template>
  </UiDialog>
</template>
