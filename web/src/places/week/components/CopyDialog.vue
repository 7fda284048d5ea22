<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useShelf } from "@/frame/queries";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useCopySource, useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";

/** Bring a module, or one item, into this week; from this course or another one of yours. */
const { slug, week, modules } = defineProps<{
  slug: string;
  week: number | null;
  modules: { id: number; title: string }[];
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const { data: shelf } = useShelf();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const from = ref(slug);
const module = ref(0);
const item = ref(0);
const into = ref(modules[0]?.id ?? 0);
const { data: source } = useCopySource(() => from.value);
const mine = computed(() => (shelf.value ?? []).filter((c) => c.role === "instructor"));
const items = computed(() => source.value?.modules.find((m) => m.id === module.value)?.items ?? []);
watch(from, () => ((module.value = 0), (item.value = 0)));
watch(module, () => (item.value = 0));

async function copy(): Promise<void> {
  const what = item.value
    ? { item_id: item.value, into_module: into.value }
    : { module_id: module.value, into_week: week };
  const change = await writes.copyIn.mutateAsync({ from_slug: from.value, ...what }).catch(() => null);
  if (!change) return;
  said(t("copyIn.done"), change);
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="t('copyIn.title')" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="copy">
      <UiField v-slot="{ field }" :label="t('copyIn.from')">
        <select :id="field" v-model="from" class="field">
          <option v-for="one in mine" :key="one.slug" :value="one.slug">
            {{ one.code }} {{ one.title }}
          </option>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('copyIn.module')">
        <select :id="field" v-model="module" class="field" required>
          <option :value="0" disabled>{{ t("copyIn.choose") }}</option>
          <option v-for="one in source?.modules ?? []" :key="one.id" :value="one.id">
            {{ one.step }} · {{ one.title }}
          </option>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('copyIn.item')">
        <select :id="field" v-model="item" class="field">
          <option :value="0">{{ t("copyIn.whole") }}</option>
          <option v-for="one in items" :key="one.id" :value="one.id">{{ one.title }}</option>
        </select>
      </UiField>
      <UiField v-if="item && modules.length > 1" v-slot="{ field }" :label="t('copyIn.into')">
        <select :id="field" v-model="into" class="field">
          <option v-for="one in modules" :key="one.id" :value="one.id">{{ one.title }}</option>
        </select>
      </UiField>
      <p class="text-[14px] text-soft">{{ t("copyIn.hint") }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!module || (!!item && !into)">{{
          t("copyIn.go")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
