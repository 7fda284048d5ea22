<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { useBudget } from "../queries";

const { minutes } = defineProps<{ minutes: number[] }>();
const emit = defineEmits<{ close: [] }>();
const { t, locale } = useI18n();
const budget = useBudget();
const own = ref([...minutes]);
const { mayClose } = useTyped(() => own.value);
const MONDAY = Date.UTC(2024, 0, 1);
const names = computed(() => {
  const format = new Intl.DateTimeFormat(locale.value, { weekday: "long", timeZone: "UTC" });
  return own.value.map((_, n) => format.format(MONDAY + n * 86_400_000));
});

async function keep(): Promise<void> {
  await budget.mutateAsync(own.value.map((m) => Math.max(0, Math.round(m || 0))));
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="t('today.budget')" :may-close="mayClose" @close="emit('close')">
    <p class="mb-3 text-[15px]">{{ t("today.budgetHint") }}</p>
    <form class="grid gap-2" @submit.prevent="keep">
      <label v-for="(name, n) in names" :key="name" class="flex items-center gap-3">
        <span class="w-32">{{ name }}</span>
        <input v-model.number="own[n]" class="field figures !w-24" type="number" min="0" max="960" step="5" />
      </label>
      <div class="mt-2 flex gap-2">
        <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
