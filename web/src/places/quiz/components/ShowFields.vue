<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { chosenOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";

type Rules = Pick<Shapes["QuizIn"], "shows" | "attempts">;

/** What is shown when; how it stands by now is said back in sentences. */
const rules = defineModel<Rules>({ required: true });
const { said } = defineProps<{ said: Shapes["ShownWhen"][] }>();
const { t } = useI18n();
const WHENS = ["at_once", "last_attempt", "due", "close", "by_hand", "never"] as const;
function show(what: Shapes["ShownWhen"]["what"], when: (typeof WHENS)[number] | undefined): void {
  if (when) rules.value.shows[what] = when;
}
/** Without a limit to the attempts there is no last one. */
const whens = computed(() => WHENS.filter((one) => one !== "last_attempt" || rules.value.attempts !== null));
</script>

<template>
  <section :aria-label="t('quiz.setup.shows')">
    <h2 class="mb-2 text-[18px] font-bold">{{ t("quiz.setup.shows") }}</h2>
    <div class="grid gap-3 sm:grid-cols-3">
      <UiField v-for="one in said" :key="one.what" v-slot="{ field }" :label="t(`quiz.what.${one.what}`)">
        <select
          :id="field"
          class="field"
          :value="rules.shows[one.what]"
          @change="show(one.what, chosenOf($event, WHENS))"
        >
          <option v-for="when in whens" :key="when" :value="when">{{ t(`quiz.when.${when}`) }}</option>
        </select>
      </UiField>
    </div>
    <h3 class="mt-3 text-[13.5px] text-soft">{{ t("quiz.setup.said") }}</h3>
    <ul class="text-[14px]">
      <li v-for="one in said" :key="one.what">{{ one.words }}</li>
    </ul>
  </section>
</template>
