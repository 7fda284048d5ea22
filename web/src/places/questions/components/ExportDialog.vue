<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { valueOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { useQtiPreview } from "../queries";

/** A bank written out: as a table that reads back whole, or in an open format, with what that can't say. */
const { slug, bank, name } = defineProps<{ slug: string; bank: number; name: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const MOST = 20;
const typed = ref("5");
const versions = computed(() => Math.min(MOST, Math.max(1, Math.round(Number(typed.value)) || 1)));
const { data: preview } = useQtiPreview(
  () => slug,
  () => bank,
  () => versions.value,
);
const base = computed(() => `/api/courses/${slug}/banks/${bank}`);
</script>

<template>
  <UiDialog :open="true" wide :title="t('banks.writeOutOf', { name })" @close="emit('close')">
    <section class="mb-4">
      <h3 class="text-[16px] font-bold">{{ t("banks.csv") }}</h3>
      <p class="mb-1">{{ t("banks.csvLine") }}</p>
      <a class="font-semibold underline" :href="`${base}/table`" download>{{ t("banks.takeOutTable") }}</a>
    </section>
    <section>
      <h3 class="text-[16px] font-bold">{{ t("banks.qti") }}</h3>
      <p class="mb-2">{{ t("banks.qtiLine") }}</p>
      <UiField v-slot="{ field }" class="mb-2 max-w-[220px]" :label="t('banks.versions', { most: MOST })">
        <input
          :id="field"
          class="field figures"
          type="number"
          min="1"
          :max="MOST"
          :value="typed"
          @input="typed = valueOf($event)"
        />
      </UiField>
      <p v-if="preview" role="status">{{ t("banks.qtiItems", { n: preview.items }, preview.items) }}</p>
      <ul v-if="preview?.notes.length" class="my-2 max-h-[34vh] overflow-y-auto border-t border-rule">
        <li v-for="note in preview.notes" :key="note.words" class="border-b border-rule py-1.5">
          {{ note.words }}
          <span class="block text-[13.5px] text-soft">{{ note.names.join(" · ") }}</span>
        </li>
      </ul>
      <a class="font-semibold underline" :href="`${base}/qti?versions=${versions}`" download>{{
        t("banks.takeOutQti")
      }}</a>
    </section>
    <div class="mt-4">
      <UiButton look="text" @click="emit('close')">{{ t("app.close") }}</UiButton>
    </div>
  </UiDialog>
</template>
