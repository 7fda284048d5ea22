<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useEnrolWrites, useInviting, usePeopleWrites } from "../people-queries";

/** Who teaches here, and in which sections. */
const { slug, people } = defineProps<{ slug: string; people: Shapes["People"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = { ...usePeopleWrites(() => slug), ...useEnrolWrites(() => slug) };
const invited = useInviting(() => slug);
type Form = {
  id: number | null;
  name: string;
  email: string;
  role: "instructor" | "assistant";
  sections: number[];
};
const form = ref<Form | null>(null);
const refused = ref("");
let opened = "";
const mayClose = useUnsaved(() => form.value !== null && JSON.stringify(form.value) !== opened);
const names = (ids: number[]): string =>
  people.sections
    .filter((one) => ids.includes(one.id))
    .map((one) => one.name)
    .join(", ");

function open(one: Shapes["Member"] | null): void {
  refused.value = "";
  form.value = {
    id: one?.id ?? null,
    name: one?.name ?? "",
    email: one?.email ?? "",
    role: one?.role === "instructor" ? "instructor" : "assistant",
    sections: [...(one?.section_ids ?? [])],
  };
  opened = JSON.stringify(form.value);
}
async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  refused.value = "";
  const teaching = { role: typed.role, section_ids: typed.role === "assistant" ? typed.sections : [] };
  try {
    if (typed.id === null) {
      const person = { name: typed.name, sort_name: "", email: typed.email };
      await writes.addTeacher.mutateAsync({ person, ...teaching });
    } else await writes.teach.mutateAsync({ person: typed.id, ...teaching });
    form.value = null;
  } catch (error) {
    refused.value = wrong(error);
  }
}
function choose(key: string, one: Shapes["Member"]): void {
  if (key === "change") open(one);
  if (key === "invite")
    void invited.mutateAsync(one.id).then(() => say(t("people.invitedAgain", { name: one.name })));
  if (key === "withdraw") void writes.withdraw.mutateAsync(one.id).catch(() => null);
}
const choices = (one: Shapes["Member"]) => [
  { key: "change", label: t("people.change") },
  ...(one.invited ? [{ key: "invite", label: t("people.inviteAgain") }] : []),
  { key: "withdraw", label: t("people.takeOut") },
];
</script>

<template>
  <section>
    <h2 class="mb-2 text-[17px] font-bold">{{ t("people.teachers") }}</h2>
    <ul class="card">
      <li v-for="one in people.teachers" :key="one.id" class="list-row row">
        <span class="min-w-0">
          <b class="block truncate font-semibold">{{ one.name }}</b>
          <span class="block truncate text-[13.5px] text-soft"
            >{{ t(`people.role.${one.role}`)
            }}<template v-if="one.section_ids.length">, {{ names(one.section_ids) }}</template>
            <template v-if="one.invited"> · {{ t("people.invited") }}</template></span
          >
        </span>
        <UiMenu
          :label="t('people.actions', { name: one.name })"
          :choices="choices(one)"
          @choose="(key) => choose(key, one)"
          >⋯</UiMenu
        >
      </li>
    </ul>
    <UiButton class="mt-2" @click="open(null)">{{ t("people.addTeacher") }}</UiButton>
    <UiDialog
      :open="form !== null"
      :title="form?.id === null ? t('people.addTeacher') : (form?.name ?? '')"
      :may-close="mayClose"
      @close="form = null"
    >
      <form v-if="form" class="grid gap-3" @submit.prevent="keep">
        <template v-if="form.id === null">
          <UiField v-slot="{ field }" :label="t('people.name')"
            ><input :id="field" v-model="form.name" class="field" maxlength="150" required
          /></UiField>
          <UiField v-slot="{ field }" :label="t('people.email')"
            ><input :id="field" v-model="form.email" class="field" type="email" required
          /></UiField>
        </template>
        <UiField v-slot="{ field }" :label="t('people.as')">
          <select :id="field" v-model="form.role" class="field">
            <option value="assistant">{{ t("people.role.assistant") }}</option>
            <option value="instructor">{{ t("people.role.instructor") }}</option>
          </select>
        </UiField>
        <fieldset v-if="form.role === 'assistant' && people.sections.length">
          <legend class="mb-1 text-[13.5px] text-soft">{{ t("people.inSections") }}</legend>
          <label v-for="one in people.sections" :key="one.id" class="flex min-h-7 items-center gap-2">
            <input v-model="form.sections" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
        </fieldset>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <div>
          <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        </div>
      </form>
    </UiDialog>
  </section>
</template>

<style scoped>
.row {
  grid-template-columns: minmax(0, 1fr) 34px;
}
</style>
