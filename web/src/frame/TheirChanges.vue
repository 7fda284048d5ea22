<script setup lang="ts" generic="T extends object">
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";

/** Fields that somebody else changed as well: what stands there now, to be taken, or written over with the next save. */
const { theirs, label, words } = defineProps<{
  theirs: Partial<T>;
  label: (name: keyof T) => string;
  words: (name: keyof T, value: unknown) => string;
}>();
const emit = defineEmits<{ take: [name: keyof T] }>();
const { t } = useI18n();
const names = (): (keyof T)[] => Object.keys(theirs) as (keyof T)[];
</script>

<template>
  <div v-if="names().length" class="theirs" role="alert">
    <p>{{ t("theirs.text") }}</p>
    <ul class="mt-1">
      <li v-for="name in names()" :key="String(name)" class="flex flex-wrap items-center gap-x-3">
        <span
          ><b>{{ label(name) }}</b
          >: {{ words(name, theirs[name]) }}</span
        >
        <UiButton look="text" @click="emit('take', name)">{{ t("theirs.take") }}</UiButton>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.theirs {
  padding: 8px 12px;
  border-left: 3px solid var(--late);
  background: var(--band);
  font-size: 14.5px;
}
</style>
