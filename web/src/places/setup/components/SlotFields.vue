<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { vKept } from "@/ui/field/kept";
import { useI18n } from "vue-i18n";
import type { Slot } from "../model/schedule";

/** Begin, end and room of a class; it stands in the columns of its line. */
const slot = defineModel<Slot>({ required: true });
const { t } = useI18n();
const set = (name: "start" | "end" | "place", event: Event): void =>
  void (slot.value = { ...slot.value, [name]: valueOf(event) });
</script>

<template>
  <input
    v-for="name in ['start', 'end'] as const"
    :key="name"
    class="field figures"
    type="time"
    required
    :aria-label="t(`setup.${name}`)"
    v-kept="slot[name].slice(0, 5)"
    @change="set(name, $event)"
  />
  <input
    class="field"
    :placeholder="t('setup.place')"
    :aria-label="t('setup.place')"
    v-kept="slot.place"
    @change="set('place', $event)"
  />
</template>
