<script setup lang="ts">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/vue";
import { computed, ref, useTemplateRef, type ComponentPublicInstance } from "vue";

export interface Entry {
  key: string;
  name: string;
  detail: string;
}

/** Type to find; picks one of `entries`. Drawn for the dark bar, or as a field `onSheet`. */
const {
  entries,
  chosen,
  label,
  none,
  onSheet,
  field = "",
} = defineProps<{
  onSheet?: boolean;
  /** The id by which a label of its own names it. */
  field?: string;
  entries: Entry[];
  chosen: string;
  label: string;
  none: string;
}>();
const emit = defineEmits<{ choose: [key: string] }>();
const typed = ref("");
const button = useTemplateRef<ComponentPublicInstance>("button");
const MOST_SHOWN = 80;
const shown = computed(() => {
  const wanted = typed.value.trim().toLowerCase();
  return entries.filter((e) => `${e.name} ${e.detail}`.toLowerCase().includes(wanted)).slice(0, MOST_SHOWN);
});
const nameOf = (key: unknown): string => entries.find((e) => e.key === key)?.name ?? "";
</script>

<template>
  <Combobox
    v-slot="{ open }"
    :model-value="chosen"
    as="div"
    class="relative min-w-0"
    @update:model-value="(key: string) => emit('choose', key)"
  >
    <div :class="onSheet ? 'field on-sheet' : 'box'">
      <ComboboxInput
        :id="field || undefined"
        class="input"
        :aria-label="field ? undefined : label"
        :placeholder="label"
        :display-value="nameOf"
        @change="typed = $event.target.value"
        @focus="$event.target.select()"
        @click="open || button?.$el.click()"
      />
      <ComboboxButton ref="button" class="px-2" :aria-label="label"
        ><span aria-hidden="true" class="opacity-60">▾</span></ComboboxButton
      >
    </div>
    <ComboboxOptions class="list" @vue:unmounted="typed = ''">
      <ComboboxOption
        v-for="entry in shown"
        :key="entry.key"
        v-slot="{ active, selected }"
        :value="entry.key"
      >
        <div class="option" :class="{ active, selected }">
          <b class="font-semibold">{{ entry.name }}</b>
          <span class="text-soft text-[13px]">{{ entry.detail }}</span>
        </div>
      </ComboboxOption>
      <li v-if="!shown.length" class="px-3 py-2 text-soft">{{ none }}</li>
    </ComboboxOptions>
  </Combobox>
</template>

<style scoped>
.on-sheet {
  display: flex;
  align-items: center;
  padding: 0;
  background: var(--sheet);
}
.on-sheet:focus-within {
  outline: 2.5px solid var(--deep);
  outline-offset: 1px;
}
.on-sheet .input:focus-visible {
  outline: none;
}
.on-sheet .input {
  flex: 1;
  width: 100%;
  min-width: 0;
  max-width: none;
  color: inherit;
}
.box {
  display: flex;
  min-width: 0;
  align-items: center;
  border: 1px solid var(--bar-rule);
  border-radius: 4px;
}
.input {
  width: 290px;
  min-width: 64px;
  max-width: 32vw;
  padding: 5px 4px 5px 10px;
  border-radius: 4px;
  background: transparent;
  color: var(--on-bar);
  text-overflow: ellipsis;
}
.list {
  position: absolute;
  z-index: 40;
  width: 400px;
  max-width: calc(100vw - 96px);
  max-height: 60vh;
  margin-top: 4px;
  padding: 4px;
  overflow-y: auto;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  box-shadow: 0 8px 30px rgb(0 0 0 / 20%);
}
.option {
  padding: 6px 10px;
  border-radius: 3px;
}
.active {
  background: var(--wash);
}
.selected {
  box-shadow: inset 3px 0 0 var(--now);
}
</style>
