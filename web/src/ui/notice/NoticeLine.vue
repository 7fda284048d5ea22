<script setup lang="ts">
import { drop, goOn, notices, stay, type Notice } from "./notices";

const { closeLabel } = defineProps<{ closeLabel: string }>();

/** Read out from regions that were there before their words. */
const REGIONS = [
  { kind: "said", live: "polite" },
  { kind: "wrong", live: "assertive" },
] as const;

function run(notice: Notice): void {
  notice.action?.run();
  drop(notice.id);
}
</script>

<template>
  <div class="notices no-print">
    <div v-for="region in REGIONS" :key="region.kind" :aria-live="region.live">
      <div
        v-for="notice in notices.filter((n) => n.kind === region.kind)"
        :key="notice.id"
        class="notice"
        :class="notice.kind"
        @mouseenter="stay(notice.id)"
        @mouseleave="goOn(notice.id)"
        @focusin="stay(notice.id)"
        @focusout="goOn(notice.id)"
      >
        <span class="flex-1">{{ notice.text }}</span>
        <button v-if="notice.action" type="button" class="act" @click="run(notice)">
          {{ notice.action.label }}
        </button>
        <button type="button" class="act" :aria-label="closeLabel" @click="drop(notice.id)">×</button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  bottom: 70px;
  left: 24px;
  z-index: 60;
  max-width: min(520px, calc(100vw - 32px));
}
.notice {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 8px 8px 14px;
  border-radius: 4px;
  background: var(--bar);
  color: var(--on-bar);
  box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
}
.wrong {
  border-left: 4px solid var(--late);
  background: var(--sheet);
  color: var(--ink);
  border-top: 1px solid var(--rule);
}
.act {
  min-width: 28px;
  min-height: 28px;
  padding: 2px 8px;
  font-weight: 650;
  text-decoration: underline;
}
@media screen and (max-width: 719px) {
  .notices {
    left: 16px;
  }
}
</style>
