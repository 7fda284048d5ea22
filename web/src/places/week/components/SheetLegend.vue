<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";

/** What the marks of the sheet mean, in one line that is put away once it is known. */
const AWAY = "unvo.legend-away";
const { t } = useI18n();
const away = ref(localStorage.getItem(AWAY) === "1");

function put(now: boolean): void {
  away.value = now;
  if (now) localStorage.setItem(AWAY, "1");
  else localStorage.removeItem(AWAY);
}
</script>

<template>
  <p class="legend no-print">
    <template v-if="!away">
      <span><i class="bar" aria-hidden="true" />{{ t("legend.bar") }}</span>
      <span><i class="due" aria-hidden="true" />{{ t("legend.due") }}</span>
      <span><i class="grace" aria-hidden="true" />{{ t("legend.grace") }}</span>
      <span><i class="notch" aria-hidden="true" />{{ t("legend.notch") }}</span>
    </template>
    <UiButton look="text" class="!text-[13px]" @click="put(!away)">{{
      t(away ? "legend.show" : "legend.away")
    }}</UiButton>
  </p>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 18px;
  margin: 6px 24px 0;
  color: var(--ink-soft);
  font-size: 13px;
}
.legend span {
  display: flex;
  align-items: center;
  gap: 7px;
}
.bar,
.grace {
  width: 26px;
  height: 8px;
}
.bar {
  background: var(--span);
}
.grace {
  border: 1px solid var(--late);
  background: repeating-linear-gradient(135deg, var(--late) 0 1px, transparent 1px 4px);
}
.due {
  width: 2px;
  height: 14px;
  background: var(--ink);
}
.notch {
  border: 5px solid transparent;
  border-top-width: 0;
  border-bottom: 6px solid var(--ink);
}
@media screen and (max-width: 719px) {
  .legend {
    margin: 6px 14px 0;
  }
}
</style>
