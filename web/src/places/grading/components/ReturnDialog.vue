<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import ForAll from "./ForAll.vue";
import { useSaying } from "../model/use-saying";
import { useSayingWrites } from "../queries";

/** Gives the last attempt back: why, what of it, and by when it comes again. */
const { work, possible, slug, id } = defineProps<{
  work: Shapes["Work"];
  possible: string;
  slug: string;
  id: number;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useSayingWrites(
  () => slug,
  () => id,
  () => work.person_id,
);
const attempt = computed(() => work.attempts.at(-1)!);
const criteria = computed(() => work.rubric?.criteria.map((one) => one.name) ?? []);
const { form, refused, mayClose, submit } = useSaying(
  { why: "", until: work.until, parts: [] as string[], together: work.fellows.length > 0 },
  (wish) => writes.giveBack.mutateAsync({ attempt: attempt.value.attempt, ...wish }),
  { words: () => t("again.done", { name: work.name }), close: () => emit("close") },
);

function choose(part: string, on: boolean): void {
  form.parts = on ? [...form.parts, part] : form.parts.filter((one) => one !== part);
}
</script>

<template>
  <UiDialog
    open
    :title="t('again.title', { n: attempt.attempt, name: work.name })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <p class="text-[15px]">{{ t("again.line") }}</p>
    <p v-if="attempt.given !== null" class="mt-1 text-[15px]">
      {{ t("again.points", { points: t("attempt.given", { points: attempt.given, possible }) }) }}
    </p>
    <form class="mt-3 grid gap-3" @submit.prevent="submit">
      <UiField v-slot="{ field }" :label="t('again.why')">
        <textarea :id="field" v-model="form.why" class="field" rows="4" maxlength="2000" required />
      </UiField>
      <fieldset v-if="criteria.length">
        <legend class="text-[13.5px] text-soft">{{ t("again.parts") }}</legend>
        <UiCheck
          v-for="one in criteria"
          :key="one"
          :label="one"
          :model-value="form.parts.includes(one)"
          @update:model-value="(on) => choose(one, on === true)"
        />
      </fieldset>
      <MomentField
        v-model="form.until"
        :label="t('again.until')"
        :time-label="t('again.untilTime')"
        :usual="work.until.slice(11)"
      />
      <ForAll v-model="form.together" :work="work" />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("again.give") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
