<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/vue";

export interface Choice {
  key: string;
  label: string;
  disabled?: boolean;
}

/** `up`: it opens above, as at the foot of a page. */
const {
  label,
  choices,
  bar = false,
  up = false,
} = defineProps<{ label: string; choices: Choice[]; bar?: boolean; up?: boolean }>();
const emit = defineEmits<{ choose: [key: string] }>();
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="opener" :class="{ bar }" :aria-label="label"
      ><slot>{{ label }}</slot></MenuButton
    >
    <MenuItems class="list" :class="{ up }">
      <MenuItem
        v-for="choice in choices"
        :key="choice.key"
        v-slot="{ active }"
        :disabled="choice.disabled ?? false"
      >
        <button
          type="button"
          class="choice"
          :class="{ active, off: choice.disabled }"
          @click="emit('choose', choice.key)"
        >
          {{ choice.label }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.opener {
  min-width: 28px;
  min-height: 28px;
  padding: 2px 6px;
  border-radius: 4px;
  color: var(--ink-soft);
}
.opener:hover {
  background: var(--wash);
}
.bar {
  color: var(--on-bar);
}
.bar:hover {
  background: var(--bar-rule);
}
.list {
  position: absolute;
  right: 0;
  z-index: 30;
  min-width: 210px;
  margin-top: 4px;
  padding: 4px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  box-shadow: 0 8px 30px rgb(0 0 0 / 20%);
}
.up {
  bottom: 100%;
  margin-bottom: 4px;
}
.choice {
  display: block;
  width: 100%;
  padding: 6px 10px;
  border-radius: 3px;
  color: var(--ink);
  font-size: 15px;
  text-align: left;
}
.active {
  background: var(--wash);
}
.off {
  color: var(--ink-soft);
  opacity: 0.6;
}
</style>
