<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useRoster, useRosterWrites } from "../queries";

const { slug, roster, group } = defineProps<{
  slug: string;
  roster: Shapes["Roster"];
  group: Shapes["GroupOut"] | null;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useRosterWrites(() => slug);
/** The group as it stands now, also when somebody else has changed it since this was opened. */
const { refetch } = useRoster(() => slug);
const kept = () => {
  const now = roster.groups.find((one) => one.id === group?.id) ?? group;
  return { value: { name: now?.name ?? "", members: now?.members ?? [] }, edition: now?.edition ?? 0 };
};
const { form, theirs, takeTheirs, save, mayClose } = useOwnForm(kept, () => refetch());
const whose = (ids: unknown): string =>
  roster.students
    .filter((one) => (ids as number[]).includes(one.id))
    .map((one) => one.name)
    .join("; ");

async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  const id = group?.id ?? null;
  const done = await save((edition) =>
    writes.keepGroup.mutateAsync({ id, ...typed, ...(id === null ? {} : { edition }) }),
  ).catch(() => null);
  if (done) emit("close");
}

async function remove(): Promise<void> {
  if (group && (await writes.removeGroup.mutateAsync(group.id).catch(() => null))) emit("close");
}
</script>

<template>
  <UiDialog
    :open="true"
    :title="group?.name ?? t('roster.newGroup')"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form v-if="form" class="grid gap-3" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t('roster.groupName')">
        <input :id="field" v-model="form.name" class="field" maxlength="100" required />
      </UiField>
      <fieldset>
        <legend class="mb-1 text-[13.5px] text-soft">
          {{ t("roster.members", { n: form.members.length }, form.members.length) }}
        </legend>
        <div class="max-h-72 overflow-y-auto border border-rule px-3 py-1.5">
          <label
            v-for="one in roster.students"
            :key="one.id"
            class="flex min-h-7 items-center gap-2 text-[15px]"
          >
            <input v-model="form.members" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
        </div>
      </fieldset>
      <TheirChanges
        :theirs="theirs"
        :label="(name) => t(name === 'name' ? 'roster.groupName' : 'roster.groupMembers')"
        :words="(name, value) => (name === 'name' ? String(value) : whose(value))"
        @take="takeTheirs"
      />
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
        <UiButton v-if="group" look="text" class="ml-auto" @click="remove">{{ t("layout.remove") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
