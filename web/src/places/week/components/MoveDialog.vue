<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useCopySource, useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";

/** Put an item into another module, with its dates or without. */
const { slug, item, dated } = defineProps<{
  slug: string;
  item: { id: number; title: string; module: number };
  dated: boolean;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const { data: source } = useCopySource(() => slug);
const others = computed(() => (source.value?.modules ?? []).filter((m) => m.id !== item.module));
const into = ref(0);
const withDates = ref(true);

async function move(): Promise<void> {
  const wish = { id: item.id, module_id: into.value, with_dates: withDates.value };
  const change = await writes.intoModule.mutateAsync(wish).catch(() => null);
  if (!change) return;
  said(t("moveTo.done", { module: others.value.find((m) => m.id === into.value)?.title }), change);
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="t('moveTo.title', { title: item.title })" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="move">
      <UiField v-slot="{ field }" :label="t('moveTo.into')">
        <select :id="field" v-model="into" class="field" required>
          <option :value="0" disabled>{{ t("copyIn.choose") }}</option>
          <option v-for="one in others" :key="one.id" :value="one.id">
            {{ one.step }} · {{ one.title }}
          </option>
        </select>
      </UiField>
      <UiCheck v-if="dated" v-model="withDates" :label="t('moveTo.dates')" />
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!into || writes.intoModule.isPending.value">{{
          t("moveTo.go")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
