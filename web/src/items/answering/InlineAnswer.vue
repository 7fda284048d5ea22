<script setup lang="ts">
import type { Shapes } from "@/api/client";
import { valueOf } from "@/ui/field/events";

/** An answer in a line of the text; how it is read stands below the text. */
const { asked, value, label, wrong, told, disabled } = defineProps<{
  asked: Shapes["AskedOut"];
  value: string;
  label: string;
  /** Its form is to be mended. */
  wrong: boolean;
  /** The id of what is said of it. */
  told: string;
  disabled: boolean;
}>();
const emit = defineEmits<{ change: [value: string] }>();
const plain = (html: string): string => html.replace(/<[^>]*>/g, "");
</script>

<template>
  <select
    v-if="asked.asks === 'choice'"
    class="field inline"
    :value="value"
    :aria-label="label"
    :disabled="disabled"
    @change="emit('change', valueOf($event))"
  >
    <option value="" />
    <option v-for="option in asked.options" :key="option.name" :value="option.name">
      {{ plain(option.text) }}
    </option>
  </select>
  <input
    v-else
    class="field figures inline"
    :value="value"
    :aria-label="label"
    :disabled="disabled"
    :aria-invalid="wrong"
    :aria-describedby="told"
    :style="{ width: `${Math.min(32, Math.max(8, value.length + 2))}ch` }"
    autocapitalize="off"
    autocomplete="off"
    spellcheck="false"
    maxlength="500"
    @input="emit('change', valueOf($event))"
  />
</template>

<style scoped>
.inline {
  display: inline-block;
  width: auto;
  max-width: 100%;
  min-height: 30px;
  padding: 2px 6px;
  font-size: 16px;
  vertical-align: baseline;
}
.inline[aria-invalid="true"] {
  border-color: var(--late);
}
</style>
