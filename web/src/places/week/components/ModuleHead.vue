<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { changedMeanwhile } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";
import { useRemoving } from "@/items/removing";
import RemovalDialog from "@/items/components/RemovalDialog.vue";
import ConditionsDialog from "@/items/components/ConditionsDialog.vue";
import { drafts, openableModule } from "../model/opening";
import OpenDialog from "./OpenDialog.vue";
import OpenWord from "./OpenWord.vue";
import TitleField from "./TitleField.vue";
import WeekDialog from "./WeekDialog.vue";

const { module, slug, canLayOut, dated } = defineProps<{
  module: Shapes["SheetModule"];
  slug: string;
  canLayOut: boolean;
  dated: boolean;
}>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const naming = ref<"module" | "part" | "">("");
const waiting = ref(false);
const opening = ref(false);
const choosing = ref(false);
const { asking, remove } = useRemoving();
const objectives = ref<string | null>(null);
let seenObjectives = 0;
const theirs = ref(false);
const mayClose = useUnsaved(
  () => objectives.value !== null && objectives.value !== module.objectives.join("\n"),
);
const choices = computed(() => [
  { key: "rename", label: t("layout.rename") },
  { key: "objectives", label: t("layout.objectives") },
  { key: "part", label: t("layout.addPart") },
  { key: "conditions", label: t("conditions.edit") },
  { key: "order", label: t(module.in_order ? "layout.notInOrder" : "layout.inOrder") },
  ...(dated ? [{ key: "week", label: t("layout.intoWeek") }] : []),
  { key: "remove", label: t("layout.remove") },
]);

async function change(wish: Partial<Shapes["ModuleChange"]> & { edition?: number }): Promise<void> {
  said(null, await writes.changeModule.mutateAsync({ id: module.id, ...wish }));
}

async function removeModule(): Promise<void> {
  const gone = await remove((knowing) => writes.removeModule.mutateAsync({ id: module.id, knowing }));
  if (gone) said(t("layout.removed", { title: module.title }), gone);
}

async function addPart(title: string): Promise<void> {
  said(null, await writes.newPart.mutateAsync({ module: module.id, title }));
}

async function setObjectives(): Promise<void> {
  try {
    await change({ objectives: (objectives.value ?? "").split("\n"), edition: seenObjectives });
    objectives.value = null;
  } catch (error) {
    // Said already; what the other wrote is below the field, and the next save is over that.
    if (changedMeanwhile(error)) seenObjectives = Number(error.also.edition);
    theirs.value = changedMeanwhile(error);
  }
}

async function choose(key: string): Promise<void> {
  if (key === "rename") naming.value = "module";
  else if (key === "part") naming.value = "part";
  else if (key === "objectives") {
    [objectives.value, seenObjectives, theirs.value] = [module.objectives.join("\n"), module.edition, false];
  } else if (key === "week") choosing.value = true;
  else if (key === "conditions") waiting.value = true;
  else if (key === "order") await change({ in_order: !module.in_order });
  else await removeModule();
}
</script>

<template>
  <div class="flex min-h-9 items-center gap-3 border-b border-rule-faint px-3">
    <TitleField
      v-if="naming === 'module'"
      class="max-w-md"
      :value="module.title"
      :label="t('layout.module')"
      :edition="module.edition"
      :save="(title, edition) => change({ title, edition })"
      @stop="naming = ''"
    />
    <span v-else class="font-head text-[14px] font-bold">{{ module.title }}</span>
    <span v-if="module.in_order" class="text-[13px] text-soft">{{ t("week.inOrder") }}</span>
    <OpenWord
      v-if="canLayOut"
      :title="module.title"
      :open="module.published"
      :drafts="drafts(module.rows).length"
      @press="opening = true"
    />
    <span v-else-if="!module.published" class="rounded border border-rule px-1.5 text-[13px] text-soft">{{
      t("week.hidden")
    }}</span>
    <UiMenu
      v-if="canLayOut"
      class="ml-auto -mr-1.5"
      :label="t('layout.moduleMenu', { title: module.title })"
      :choices="choices"
      @choose="choose"
      >⋯</UiMenu
    >
  </div>
  <div v-if="naming === 'part'" class="border-b border-rule-faint bg-band px-9 py-1">
    <TitleField class="max-w-md" value="" :label="t('layout.part')" :save="addPart" @stop="naming = ''" />
  </div>
  <ConditionsDialog
    v-if="waiting"
    kind="module"
    :slug="slug"
    :id="module.id"
    :title="module.title"
    @close="waiting = false"
  />
  <OpenDialog
    v-if="opening"
    :slug="slug"
    :what="openableModule(module)"
    :dated="dated"
    @close="opening = false"
  />
  <WeekDialog
    v-if="choosing"
    :slug="slug"
    :title="module.title"
    :save="(week) => change({ week, edition: module.edition })"
    @close="choosing = false"
  />
  <RemovalDialog v-if="asking" :ask="asking" />
  <UiDialog
    :open="objectives !== null"
    :title="t('layout.objectives')"
    :may-close="mayClose"
    @close="objectives = null"
  >
    <form @submit.prevent="setObjectives">
      <label class="mb-1 block text-[14px] text-soft" :for="`objectives-${module.id}`">{{
        t("layout.objectivesHint")
      }}</label>
      <textarea :id="`objectives-${module.id}`" v-model="objectives" class="field mb-4" rows="6" />
      <div v-if="theirs" role="alert" class="mb-3 text-[14px] text-late">
        {{ t("theirs.text") }}
        <p v-for="one in module.objectives" :key="one">{{ one }}</p>
      </div>
      <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
      <UiButton look="text" @click="objectives = null">{{ t("app.cancel") }}</UiButton>
    </form>
  </UiDialog>
</template>
