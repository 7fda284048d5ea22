<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { asOn } from "@/api/as-on";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import { useTimes } from "@/ui/moment/zones";

/** The walk-through clock: a teacher sees every screen as on another day, clearly marked. */
const { ribbon } = defineProps<{ ribbon: Shapes["Ribbon"] }>();
const { t } = useI18n();
const queries = useQueryClient();
const times = useTimes(() => ribbon.zone);
const choosing = ref(false);
const wall = ref(asOn.value);
const marked = computed(() => asOn.value !== "" && times.value.moment(ribbon.now));

async function show(at: string): Promise<void> {
  asOn.value = at;
  wall.value = at;
  choosing.value = false;
  await queries.invalidateQueries();
}
</script>

<template>
  <div v-if="marked" class="strip no-print" role="status">
    <span>{{ t("asOn.line", { at: marked }) }}</span>
    <UiButton look="text" @click="choosing = true">{{ t("asOn.choose") }}</UiButton>
    <UiButton look="text" @click="show('')">{{ t("asOn.back") }}</UiButton>
  </div>
  <button v-else type="button" class="quiet no-print" @click="choosing = true">{{ t("asOn.choose") }}</button>
  <UiDialog :open="choosing" :title="t('asOn.title')" @close="choosing = false">
    <p class="mb-3 text-[15px]">{{ t("asOn.hint") }}</p>
    <form class="grid gap-3" @submit.prevent="show(wall ?? '')">
      <MomentField v-model="wall" :label="t('asOn.day')" :time-label="t('asOn.time')" usual="10:00" />
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!wall">{{ t("asOn.go") }}</UiButton>
        <UiButton look="text" @click="choosing = false">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 3px 24px;
  background: var(--now);
  color: var(--on-now);
  font-size: 14px;
  font-weight: 650;
}
.strip :deep(.ui-button) {
  color: var(--on-now);
  text-decoration: underline;
}
.strip :deep(.ui-button:hover) {
  background: transparent;
}
.quiet {
  position: absolute;
  right: 24px;
  margin-top: -32px;
  color: var(--ink-soft);
  font-size: 13px;
}
@media (max-width: 719px) {
  .quiet {
    display: none;
  }
}
</style>
