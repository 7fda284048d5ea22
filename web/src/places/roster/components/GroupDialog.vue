<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useRosterWrites } from "../queries";

const { slug, roster, group } = defineProps<{
  slug: string;
  roster: Shapes["Roster"];
  group: Shapes["GroupOut"] | null;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useRosterWrites(() => slug);
const name = ref(group?.name ?? "");
const members = ref<number[]>([...(group?.members ?? [])]);

async function keep(): Promise<void> {
  const wish = { id: group?.id ?? null, name: name.value, members: members.value };
  if (await writes.keepGroup.mutateAsync(wish).catch(() => null)) emit("close");
}

async function remove(): Promise<void> {
  if (group && (await writes.removeGroup.mutateAsync(group.id).catch(() => null))) emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="group?.name ?? t('roster.newGroup')" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t('roster.groupName')">
        <input :id="field" v-model="name" class="field" maxlength="100" required />
      </UiField>
      <fieldset>
        <legend class="mb-1 text-[13.5px] text-soft">
          {{ t("roster.members", { n: members.length }, members.length) }}
        </legend>
        <div class="max-h-72 overflow-y-auto border border-rule px-3 py-1.5">
          <label
            v-for="one in roster.students"
            :key="one.id"
            class="flex min-h-7 items-center gap-2 text-[15px]"
          >
            <input v-model="members" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
        </div>
      </fieldset>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
        <UiButton v-if="group" look="text" class="ml-auto" @click="remove">{{ t("layout.remove") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
