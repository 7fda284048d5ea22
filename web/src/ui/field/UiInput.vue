<script setup lang="ts">
import { valueOf } from "./events";
import { vKept } from "./kept";
import UiField from "./UiField.vue";

/** A labelled input that gives its value when it is left or chosen, not with every key. */
defineOptions({ inheritAttrs: false });
const {
  label,
  type = "text",
  value,
} = defineProps<{ label: string; type?: string; value: string | number | null | undefined }>();
const emit = defineEmits<{ set: [value: string] }>();
</script>

<template>
  <UiField v-slot="{ field }" :label="label">
    <input
      :id="field"
      class="field"
      :class="{ figures: type !== 'text' }"
      :type="type"
      v-kept="value ?? ''"
      v-bind="$attrs"
      @change="emit('set', valueOf($event))"
    />
  </UiField>
</template>
