<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiField from "@/ui/field/UiField.vue";
import ForAll from "./ForAll.vue";
import { useSaying } from "../model/use-saying";
import { useSayingWrites } from "../queries";

/** Work that came on paper or was spoken: that it came, and when. */
const { work, slug, id } = defineProps<{ work: Shapes["Work"]; slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const { form, refused, mayClose, submit } = useSaying(
  { way: "paper" as "paper" | "spoken", at: "", note: "", together: work.fellows.length > 0 },
  (wish) => writes.record.mutateAsync(wish),
  { words: () => t("recorded.done", { name: work.name }), close: () => emit("close") },
);
</script>

<template>
  <UiDialog
    open
    :title="t('recorded.title', { name: work.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <p class="text-[15px]">{{ t("recorded.line", { name: work.name }) }}</p>
    <form class="mt-3 grid gap-3" @submit.prevent="submit">
      <fieldset>
        <legend class="text-[13.5px] text-soft">{{ t("recorded.how") }}</legend>
        <label v-for="way in ['paper', 'spoken'] as const" :key="way" class="flex min-h-7 items-center gap-2">
          <input v-model="form.way" type="radio" name="way" :value="way" />{{ t(`recorded.${way}`) }}
        </label>
      </fieldset>
      <div>
        <MomentField
          v-model="form.at"
          :label="t('recorded.at')"
          :time-label="t('recorded.time')"
          usual="12:00"
        />
        <p class="mt-1 text-[13px] text-soft">{{ t("recorded.now") }}</p>
      </div>
      <UiField v-slot="{ field }" :label="t('recorded.note')">
        <textarea :id="field" v-model="form.note" class="field" rows="3" maxlength="2000" />
      </UiField>
      <ForAll v-model="form.together" :work="work" />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("recorded.record") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
