<script setup lang="ts">
import { valueOf } from "./events";
import { vKept } from "./kept";
import { computed, ref, useId } from "vue";

/** A wall time as date and time: a day alone takes `usual` as its time, no day is no moment. */
const wall = defineModel<string | undefined>({ required: true });
const { label, timeLabel, usual } = defineProps<{ label: string; timeLabel: string; usual: string }>();
const id = useId();
const typed = ref("");
const date = computed(() => (wall.value ?? "").slice(0, 10));
const time = computed(() => (wall.value ? wall.value.slice(11, 16) : typed.value));

function set(day: string, at: string): void {
  typed.value = at;
  wall.value = day ? `${day}T${at || usual}` : "";
}
</script>

<template>
  <div>
    <label class="mb-1 block text-[13.5px] text-soft" :for="id">{{ label }}</label>
    <div class="flex gap-2">
      <input :id="id" class="field figures" type="date" v-kept="date" @change="set(valueOf($event), time)" />
      <input
        class="field figures !w-[136px] shrink-0"
        type="time"
        :aria-label="timeLabel"
        v-kept="time"
        @change="set(date, valueOf($event))"
      />
    </div>
  </div>
</template>
