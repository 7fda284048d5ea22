<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useSectionWrites } from "../people-queries";

/** Sections with the code that lets students into each; the course itself where there are none. */
const { slug, people, codes } = defineProps<{
  slug: string;
  people: Shapes["People"];
  codes: Shapes["Code"][];
}>();
const { t } = useI18n();
const writes = useSectionWrites(() => slug);
const naming = ref<{ id: number | null; name: string } | null>(null);
const merging = ref<{ id: number; name: string; into: number } | null>(null);
const rows = () =>
  people.sections.length
    ? people.sections.map((one) => ({ ...one, section: one.id as number | null }))
    : [{ id: 0, name: t("people.whole"), students: people.students.length, section: null }];
const codeOf = (section: number | null) => codes.find((code) => code.section_id === section);
const link = (code: string): string => `${location.origin}/join/${code}`;

async function copy(code: string): Promise<void> {
  await navigator.clipboard.writeText(link(code));
  say(t("people.copied"));
}
async function keep(): Promise<void> {
  if (naming.value && (await writes.section.mutateAsync(naming.value).catch(() => null))) naming.value = null;
}
async function merge(): Promise<void> {
  if (merging.value && (await writes.merge.mutateAsync(merging.value).catch(() => null)))
    merging.value = null;
}
function choose(key: string, one: { id: number; name: string; section: number | null }): void {
  const code = codeOf(one.section);
  if (key === "rename") naming.value = { id: one.id, name: one.name };
  if (key === "merge")
    merging.value = {
      id: one.id,
      name: one.name,
      into: people.sections.find((other) => other.id !== one.id)?.id ?? 0,
    };
  if (key === "renew") void writes.makeCode.mutateAsync({ section_id: one.section });
  if (key === "close" && code) void writes.closeCode.mutateAsync(code.id);
}
const choices = (one: { section: number | null }) => [
  ...(one.section === null ? [] : [{ key: "rename", label: t("people.rename") }]),
  ...(people.sections.length > 1 ? [{ key: "merge", label: t("people.merge") }] : []),
  ...(codeOf(one.section)
    ? [
        { key: "renew", label: t("people.renew") },
        { key: "close", label: t("people.closeCode") },
      ]
    : []),
];
</script>

<template>
  <section>
    <h2 class="mb-2 text-[17px] font-bold">{{ t("people.sections") }}</h2>
    <ul class="card">
      <li v-for="one in rows()" :key="one.id" class="list-row row">
        <span class="min-w-0">
          <b class="block truncate font-semibold" :title="one.name">{{ one.name }}</b>
          <span class="text-[13.5px] text-soft">{{
            t("people.students", { n: one.students }, one.students)
          }}</span>
        </span>
        <span v-if="codeOf(one.section)" class="flex items-center gap-2">
          <code class="figures text-[15px] font-semibold">{{ codeOf(one.section)!.code }}</code>
          <UiButton look="text" @click="copy(codeOf(one.section)!.code)">{{ t("people.copy") }}</UiButton>
        </span>
        <UiButton v-else look="text" @click="writes.makeCode.mutate({ section_id: one.section })">{{
          t("people.makeCode")
        }}</UiButton>
        <UiMenu
          v-if="choices(one).length"
          :label="t('people.actions', { name: one.name })"
          :choices="choices(one)"
          @choose="(key) => choose(key, one)"
          >⋯</UiMenu
        >
      </li>
    </ul>
    <UiButton class="mt-2" @click="naming = { id: null, name: '' }">{{ t("people.newSection") }}</UiButton>
    <UiDialog
      :open="naming !== null"
      :title="t(naming?.id === null ? 'people.newSection' : 'people.rename')"
      @close="naming = null"
    >
      <form v-if="naming" class="grid gap-3" @submit.prevent="keep">
        <UiField v-slot="{ field }" :label="t('people.sectionName')"
          ><input :id="field" v-model="naming.name" class="field" maxlength="60" required
        /></UiField>
        <p v-if="naming.id === null && !people.sections.length" class="text-[14px] text-soft">
          {{ t("people.firstSection") }}
        </p>
        <div>
          <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        </div>
      </form>
    </UiDialog>
    <UiDialog :open="merging !== null" :title="t('people.merge')" @close="merging = null">
      <form v-if="merging" class="grid gap-3" @submit.prevent="merge">
        <p>{{ t("people.mergeLine", { name: merging.name }) }}</p>
        <UiField v-slot="{ field }" :label="t('people.into')">
          <select :id="field" v-model.number="merging.into" class="field">
            <option
              v-for="one in people.sections.filter((other) => other.id !== merging?.id)"
              :key="one.id"
              :value="one.id"
            >
              {{ one.name }}
            </option>
          </select>
        </UiField>
        <div>
          <UiButton look="main" type="submit">{{ t("people.merge") }}</UiButton>
        </div>
      </form>
    </UiDialog>
  </section>
</template>

<style scoped>
.row {
  grid-template-columns: minmax(0, 1fr) auto 34px;
}
</style>
