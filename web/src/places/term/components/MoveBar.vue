<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";

/** Moves what is chosen by so many days or classes. */
const { count } = defineProps<{ count: number }>();
const emit = defineEmits<{ move: [days: number, classes: number]; none: [] }>();
const { t } = useI18n();
const by = ref(1);
const unit = ref<"days" | "classes">("days");
const go = (sign: number): void => {
  const n = sign * Math.max(1, Math.round(by.value || 1));
  emit("move", unit.value === "days" ? n : 0, unit.value === "classes" ? n : 0);
};
</script>

<template>
  <div class="bar" role="region" :aria-label="t('term.move')">
    <b>{{ t("term.chosen", { n: count }) }}</b>
    <label class="flex items-center gap-2"
      >{{ t("term.moveBy") }}
      <input v-model.number="by" class="field figures !w-16" type="number" min="1" max="200"
    /></label>
    <select v-model="unit" class="field !w-auto" :aria-label="t('term.moveBy')">
      <option value="days">{{ t("term.moveDays") }}</option>
      <option value="classes">{{ t("term.moveClasses") }}</option>
    </select>
    <UiButton @click="go(-1)">{{ t("term.earlier") }}</UiButton>
    <UiButton look="main" @click="go(1)">{{ t("term.later") }}</UiButton>
    <UiButton look="text" @click="emit('none')">{{ t("term.unchoose") }}</UiButton>
  </div>
</template>

<style scoped>
.bar {
  position: sticky;
  bottom: 0;
  z-index: 10;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin: 12px 24px 0;
  padding: 8px 14px;
  border: 1px solid var(--rule);
  border-left: 4px solid var(--now);
  background: var(--sheet);
  font-size: 15px;
}
</style>
