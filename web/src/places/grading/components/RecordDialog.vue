<script setup lang="ts">
import { reactive, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useSayingWrites } from "../queries";

/** Work that came on paper or was spoken: that it came, and when. */
const { work, slug, id } = defineProps<{ work: Shapes["Work"]; slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const form = reactive({ way: "paper" as "paper" | "spoken", at: "", note: "" });
const { mayClose } = useTyped(() => form);
const refused = ref("");

async function record(): Promise<void> {
  refused.value = "";
  try {
    await writes.record.mutateAsync({ ...form });
    say(t("recorded.done", { name: work.name }));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    open
    :title="t('recorded.title', { name: work.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <p class="text-[15px]">{{ t("recorded.line", { name: work.name }) }}</p>
    <form class="mt-3 grid gap-3" @submit.prevent="record">
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
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("recorded.record") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
