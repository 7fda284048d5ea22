<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import { useKinds } from "@/frame/kinds";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import type { Column } from "../model/columns";
import { useGradingWrites } from "../queries";

const { slug, zone, column, students, canRelease, sections } = defineProps<{
  slug: string;
  zone: string;
  column: Column;
  students: number;
  canRelease: boolean;
  sections: Shapes["Named"][];
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => zone);
const writes = useGradingWrites(
  () => slug,
  () => column.item.id,
);

/** Whose scores are let out; null: everybody's. */
const section = ref<number | null>(null);

async function release(): Promise<void> {
  const done = await writes.release.mutateAsync(section.value);
  say(t("grading.released", { n: done.scores }));
  emit("close");
}
</script>

<template>
  <UiDialog :open="true" :title="column.item.title" @close="emit('close')">
    <p class="mb-3 text-soft">
      {{ t("gradebook.ofPoints", { possible: column.item.points })
      }}<template v-if="column.item.due">
        · {{ t("gradebook.dueOn", { at: times.moment(column.item.due) }) }}</template
      >
      · {{ t("gradebook.came", { n: column.counts.handed_in, all: students }) }}
    </p>
    <p v-if="column.counts.waiting" class="mb-3">
      {{ t("gradebook.waitingFor", { n: column.counts.waiting }, column.counts.waiting) }}
    </p>
    <template v-if="column.counts.held">
      <p class="mb-3">
        {{
          section === null
            ? t("grading.releaseText", { n: column.counts.held })
            : t("gradebook.releaseSectionText")
        }}
      </p>
      <p v-if="canRelease" class="mb-3 flex flex-wrap items-end gap-2">
        <UiField v-if="sections.length > 1" v-slot="{ field }" :label="t('gradebook.releaseFor')">
          <select :id="field" v-model="section" class="field">
            <option :value="null">{{ t("gradebook.allSections") }}</option>
            <option v-for="one in sections" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </UiField>
        <UiButton :disabled="writes.release.isPending.value" @click="release">{{
          section === null
            ? t("grading.release", { n: column.counts.held }, column.counts.held)
            : t("gradebook.releaseSection")
        }}</UiButton>
      </p>
    </template>
    <p v-else-if="column.item.hold" class="mb-3">{{ t("gradebook.holds") }}</p>
    <UiCheck
      v-if="canRelease"
      class="mb-3"
      :model-value="column.item.hold"
      :label="t('settings.hold')"
      @update:model-value="(hold: boolean) => writes.hold.mutate(hold)"
    />
    <div class="flex flex-wrap gap-2">
      <UiButton
        look="main"
        :to="kinds.scorePath(column.item.kind, slug, column.item.id) || itemPath(slug, column.item.id)"
        :aria-label="`${t('gradebook.grade')}: ${column.item.title}`"
        >{{ t("gradebook.grade") }}</UiButton
      >
      <UiButton :to="itemPath(slug, column.item.id)">{{ t("gradebook.toItem") }}</UiButton>
    </div>
  </UiDialog>
</template>
