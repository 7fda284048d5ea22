<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { itemPath } from "@/frame/addresses";
import { useKinds } from "@/frame/kinds";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import type { Column } from "../model/columns";
import { useGradingWrites } from "../queries";

const { slug, zone, column, students, canRelease } = defineProps<{
  slug: string;
  zone: string;
  column: Column;
  students: number;
  canRelease: boolean;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => zone);
const writes = useGradingWrites(
  () => slug,
  () => column.item.id,
);

async function release(): Promise<void> {
  const done = await writes.release.mutateAsync(null);
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
      · {{ t("gradebook.came", { n: column.item.handed_in, all: students }) }}
    </p>
    <p v-if="column.item.waiting" class="mb-3">
      {{ t("gradebook.waitingFor", { n: column.item.waiting }, column.item.waiting) }}
    </p>
    <template v-if="column.item.held">
      <p class="mb-3">{{ t("grading.releaseText", { n: column.item.held }) }}</p>
      <UiButton v-if="canRelease" class="mb-3" @click="release">{{
        t("grading.release", { n: column.item.held }, column.item.held)
      }}</UiButton>
    </template>
    <p v-else-if="column.item.hold" class="mb-3">{{ t("gradebook.holds") }}</p>
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
