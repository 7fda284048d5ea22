<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Problem, Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import StateTile from "@/ui/tile/StateTile.vue";

/** Why an item can't be reached, with everything that opens it. */
const { problem, slug } = defineProps<{ problem: Problem; slug: string }>();
const { t } = useI18n();
const steps = computed(() => (problem.also.steps as Shapes["ItemRef"][] | undefined) ?? []);
const locked = computed(() => problem.code.startsWith("item."));
</script>

<template>
  <main id="content" class="mx-auto max-w-2xl px-6 py-12">
    <h1 class="mb-3 flex items-start gap-3 text-[20px] font-semibold">
      <StateTile v-if="locked" tile="locked" :word="t('item.locked')" class="mt-1" />
      <span>{{ problem.message }}</span>
    </h1>
    <template v-if="steps.length">
      <p class="mb-1 text-soft">{{ t("item.toOpen") }}</p>
      <ol class="mb-6 list-decimal pl-6">
        <li v-for="step in steps" :key="step.id" class="py-0.5">
          <RouterLink :to="itemPath(slug, step.id)">{{ step.title }}</RouterLink>
        </li>
      </ol>
      <UiButton look="main" :to="itemPath(slug, steps[0]!.id)"
        >{{ t("action.open") }}: {{ steps[0]!.title }}</UiButton
      >
    </template>
    <UiButton v-else :to="`/c/${slug}`">{{ t("app.toThisWeek") }}</UiButton>
  </main>
</template>
