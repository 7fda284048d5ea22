<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { leaveNothing } from "@/frame/leaving";
import { useEndActing } from "@/frame/queries";
import UiButton from "@/ui/button/UiButton.vue";

/** Over every screen while an administrator looks at Unvo as somebody else. */
const { me } = defineProps<{ me: Shapes["Me"] }>();
const { t } = useI18n();
const { mutateAsync } = useEndActing();

async function end(): Promise<void> {
  if (!(await mutateAsync().catch(() => null))) return;
  await leaveNothing();
  // What was read here is somebody else's: nothing of it stays in this tab.
  location.assign("/administration/people");
}
</script>

<template>
  <p role="status" class="no-print acting">
    <span>{{ t("admin.acting", { name: me.name, by: me.acted_by }) }}</span>
    <UiButton @click="end">{{ t("admin.endActing") }}</UiButton>
  </p>
</template>

<style scoped>
.acting {
  position: sticky;
  top: 0;
  z-index: 35;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding: 6px 24px;
  background: var(--now-wash);
  box-shadow: inset 0 -2px 0 var(--now);
}
</style>
