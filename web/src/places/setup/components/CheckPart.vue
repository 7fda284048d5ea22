<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { useDone } from "@/items/said";
import { say } from "@/ui/notice/notices";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { useCheck, useSetupWrites } from "../queries";

const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const times = useTimes(() => schedule.zone);
const { data: check } = useCheck(() => slug);
const writes = useSetupWrites(() => slug);
const done = useDone(() => slug);
const ours = computed(() => schedule.can_lay_out);
const busy = computed(() => writes.fix.isPending.value);
const groups = computed(() =>
  (["wrong", "doubtful", "notice"] as const)
    .map((severity) => ({
      severity,
      rows: (check.value?.findings ?? []).filter((f) => f.severity === severity && !f.waived),
    }))
    .filter((g) => g.rows.length),
);
const waived = computed(() => (check.value?.findings ?? []).filter((f) => f.waived));
const fixable = computed(() =>
  (check.value?.findings ?? []).filter((f) => f.fix && !f.waived && f.severity !== "notice"),
);

/** Our date stands, and the system is told of it: the other way to settle a date that differs. */
async function keepOurs(address: string): Promise<void> {
  await writes.resend.mutateAsync(Number(address.split("/").pop()));
  say(t("check.resent"));
}
async function fix(keys: string[]): Promise<void> {
  const found = await writes.fix.mutateAsync(keys);
  const left = found.findings.filter((f) => keys.includes(f.key)).length;
  done(left ? t("check.left", { n: left }, left) : t("check.fixed"), found.undo);
}
</script>

<template>
  <section v-if="check">
    <div class="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
      <div>
        <h2 class="big">
          {{ check.open ? t("check.open", { n: check.open }, check.open) : t("check.clear") }}
        </h2>
        <p class="text-[14px] text-soft">{{ t("check.line", { at: times.moment(check.checked_at) }) }}</p>
      </div>
      <UiButton
        v-if="ours && fixable.length > 1"
        look="main"
        class="ml-auto"
        :disabled="busy"
        @click="fix(fixable.map((f) => f.key))"
        >{{ t("check.fixAll", { n: fixable.length }) }}</UiButton
      >
    </div>
    <p v-if="busy" role="status" class="mb-2 text-soft">{{ t("app.loading") }}</p>
    <template v-for="group in groups" :key="group.severity">
      <h2>{{ t(`check.${group.severity}`) }} ({{ group.rows.length }})</h2>
      <ul class="card">
        <li
          v-for="row in group.rows"
          :key="row.key"
          class="row"
          :class="group.severity"
          :data-code="row.code"
        >
          <div class="min-w-0 flex-1">
            <div>{{ row.sentence }}</div>
            <div class="text-[13px] text-soft">
              <RouterLink :to="row.address" class="underline">{{ row.about }}</RouterLink>
              <template v-if="row.fix"> · {{ t("check.by") }}: {{ row.fix }}</template>
            </div>
          </div>
          <UiButton
            v-if="ours && row.fix"
            :disabled="busy"
            @click="fix([row.key])"
            :aria-label="`${t('check.fix')}: ${row.fix}`"
            >{{ t("check.fix") }}</UiButton
          >
          <UiButton
            v-if="ours && ['linked.due_differs', 'linked.section_differs'].includes(row.code)"
            :disabled="busy"
            @click="keepOurs(row.address)"
            >{{ t("check.resend") }}</UiButton
          >
          <UiButton v-if="!(ours && row.fix)" :to="row.address">{{ t("check.go") }}</UiButton>
          <UiButton
            v-if="ours"
            look="text"
            :disabled="busy"
            @click="writes.waive.mutate({ key: row.key, waived: true })"
            >{{ t("check.waive") }}</UiButton
          >
        </li>
      </ul>
    </template>
    <details v-if="waived.length" class="mt-4">
      <summary class="cursor-pointer text-soft">{{ t("check.waived") }} ({{ waived.length }})</summary>
      <ul class="card mt-2">
        <li v-for="row in waived" :key="row.key" class="row">
          <span class="min-w-0 flex-1 text-soft">{{ row.sentence }}</span>
          <UiButton v-if="ours" look="text" @click="writes.waive.mutate({ key: row.key, waived: false })">{{
            t("check.unwaive")
          }}</UiButton>
        </li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.big {
  margin: 0;
  font-size: 24px;
  font-weight: 700;
}
h2:not(.big) {
  margin: 14px 0 6px;
  font-size: 15px;
  font-weight: 700;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
.row:last-child {
  border: 0;
}
.wrong {
  box-shadow: inset 3px 0 0 var(--late);
}
.doubtful {
  box-shadow: inset 3px 0 0 var(--now);
}
</style>
