<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";

/** What a question said before; none of it is lost. */
const { question } = defineProps<{ question: Shapes["BankQuestionOut"]; slug: string }>();
const emit = defineEmits<{ takeUp: [edition: number] }>();
const { t, d } = useI18n();
</script>

<template>
  <section v-if="question.editions.length > 1" class="mt-6" :aria-label="t('question.editions')">
    <h2 class="text-[13.5px] text-soft">{{ t("question.editions") }}</h2>
    <ul class="card">
      <li v-for="one in question.editions.slice(1)" :key="one.edition" class="list-row edition">
        <span>
          {{ t("banks.edition", { n: one.edition }) }}
          <span class="text-[13px] text-soft">{{
            t("question.savedBy", {
              when: d(new Date(one.saved_at), { dateStyle: "medium" }),
              who: one.saved_by,
            })
          }}</span>
        </span>
        <UiButton v-if="question.can_change" look="text" @click="emit('takeUp', one.edition)">{{
          t("question.takeUp", { n: one.edition })
        }}</UiButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.edition {
  grid-template-columns: minmax(0, 1fr) auto;
}
</style>
