<script setup lang="ts">
import { useI18n } from "vue-i18n";

/** What can stand in the text: numbers that change, and the answers where they are given. */
const { names, fields } = defineProps<{ names: string[]; fields: string[] }>();
const emit = defineEmits<{ insert: [name: string] }>();
const { t } = useI18n();
</script>

<template>
  <p v-if="names.length" class="inserts">
    {{ t("question.insert") }}
    <button v-for="name in names" :key="name" type="button" @click="emit('insert', name)">{{ name }}</button>
  </p>
  <p v-if="fields.length" class="inserts">
    {{ t("question.insertAnswer") }}
    <button v-for="(name, n) in fields" :key="name" type="button" @click="emit('insert', name)">
      {{ t("question.answerNumber", { n: n + 1 }) }}
    </button>
  </p>
</template>

<style scoped>
.inserts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 4px;
  color: var(--ink-soft);
  font-size: 13px;
}
.inserts button {
  min-width: 28px;
  min-height: 26px;
  padding: 0 8px;
  border-radius: 3px;
  background: var(--wash);
  color: var(--deep);
  font-family: var(--font-mono);
}
</style>
