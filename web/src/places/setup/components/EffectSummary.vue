<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** How many the rules would move, up or down, and to another letter. */
const { effect } = defineProps<{ effect: Shapes["GradingEffect"] }>();
const { t } = useI18n();
</script>

<template>
  <div role="status">
    <p v-if="!effect.moved">{{ t("weighing.nobodyMoves", { n: effect.students }, effect.students) }}</p>
    <template v-else>
      <p>
        <b>{{ t("weighing.moves", { n: effect.moved, all: effect.students }, effect.moved) }}</b>
        {{ t("weighing.upDown", { up: effect.up, down: effect.down }) }}
        <span v-if="effect.bands" class="text-late">{{
          t("weighing.otherBand", { n: effect.bands }, effect.bands)
        }}</span>
      </p>
      <p v-if="effect.without" class="text-[14px] text-soft">
        {{ t("weighing.without", { n: effect.without }, effect.without) }}
      </p>
    </template>
  </div>
</template>
