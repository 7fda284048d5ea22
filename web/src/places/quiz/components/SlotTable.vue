<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { useQuery } from "@tanstack/vue-query";
import type { Shapes } from "@/api/client";
import { courseBanks } from "@/api/reads";
import { banksPath } from "@/frame/addresses";
import { useLater } from "@/frame/later";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";

/** The questions of a quiz in order: chosen one by one, or some of a bank; the points add up below them. */
const slots = defineModel<Shapes["SlotOut"][]>({ required: true });
const { slug, banks, fixed, total } = defineProps<{
  slug: string;
  banks: Shapes["BankChoice"][];
  fixed: boolean;
  total: number;
}>();
const { t, n } = useI18n();
const QUIET_MS = 250;
const find = ref("");
const rested = useLater(() => find.value.trim(), QUIET_MS);
const { data: found } = useQuery({
  ...courseBanks(() => slug).find(() => rested.value),
  enabled: () => rested.value.length > 1,
});
const taken = computed(() => new Set(slots.value.map((one) => one.question)));
const choices = computed(() =>
  rested.value.length > 1
    ? (found.value?.questions ?? []).filter((q) => !taken.value.has(q.id)).slice(0, 8)
    : [],
);
const count = computed(() => slots.value.reduce((sum, one) => sum + one.count, 0));

function addQuestion(question: Shapes["FoundQuestion"]): void {
  const { id, name, points } = question;
  slots.value.push({ question: id, bank: null, count: 1, points, name, there: 1, gone: false });
}

function addBank(id: number): void {
  const bank = banks.find((one) => one.id === id);
  if (!bank) return;
  const [name, there] = [bank.name, bank.count];
  slots.value.push({ question: null, bank: id, count: 1, points: "1", name, there, gone: false });
}

function move(at: number, by: number): void {
  const [one] = slots.value.splice(at, 1);
  if (one) slots.value.splice(at + by, 0, one);
}
</script>

<template>
  <section :aria-label="t('quiz.questions')">
    <h2 class="mb-1 text-[18px] font-bold">{{ t("quiz.questions") }}</h2>
    <p v-if="!slots.length" class="card px-4 py-3 text-soft">{{ t("quiz.setup.none") }}</p>
    <ol v-else class="card">
      <li v-for="(slot, at) in slots" :key="`${slot.question}.${slot.bank}.${at}`" class="row">
        <span class="figures text-soft">{{ at + 1 }}</span>
        <span class="min-w-0 flex-1 [overflow-wrap:anywhere]">
          <template v-if="slot.bank">
            <label class="inline-flex items-center gap-2">
              <input
                v-model.number="slot.count"
                class="field figures !w-[64px]"
                type="number"
                min="1"
                max="100"
                :disabled="fixed"
                :aria-label="t('quiz.setup.howMany', { bank: slot.name })"
              />
              {{ t("quiz.setup.ofBank", { bank: slot.name, n: slot.there }, slot.there) }}
            </label>
          </template>
          <template v-else>{{ slot.name }}</template>
          <span v-if="slot.gone || slot.count > slot.there" class="block text-[13px] text-late">{{
            t("quiz.gone")
          }}</span>
        </span>
        <label class="inline-flex items-center gap-1 text-[14px] text-soft">
          <input
            v-model="slot.points"
            class="field figures !w-[72px]"
            inputmode="decimal"
            maxlength="7"
            :disabled="fixed"
            :aria-label="t('quiz.setup.pointsOf', { name: slot.name })"
          />
          {{ t(slot.bank ? "quiz.setup.pointsEach" : "quiz.setup.points") }}
        </label>
        <span v-if="!fixed" class="whitespace-nowrap">
          <UiButton
            class="min-w-7"
            look="text"
            :disabled="at === 0"
            :aria-label="t('answer.up', { name: slot.name })"
            @click="move(at, -1)"
            >{{ t("answer.upSign") }}</UiButton
          >
          <UiButton
            class="min-w-7"
            look="text"
            :disabled="at === slots.length - 1"
            :aria-label="t('answer.down', { name: slot.name })"
            @click="move(at, 1)"
            >{{ t("answer.downSign") }}</UiButton
          >
          <UiButton
            look="text"
            :aria-label="t('quiz.setup.remove', { name: slot.name })"
            @click="slots.splice(at, 1)"
            >{{ t("quiz.setup.removeSign") }}</UiButton
          >
        </span>
      </li>
    </ol>
    <p class="mt-1 font-semibold" role="status">
      {{
        t("quiz.head", {
          questions: t("quiz.count", { n: count }, count),
          points: t("quiz.points", { n: n(total) }, total),
        })
      }}
    </p>
    <div v-if="!fixed" class="mt-3 grid gap-3 sm:grid-cols-2">
      <UiField v-slot="{ field }" :label="t('quiz.setup.find')">
        <input
          :id="field"
          v-model="find"
          class="field"
          type="search"
          autocomplete="off"
          @keydown.enter.prevent
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('quiz.setup.draw')">
        <select :id="field" class="field" :value="0" @change="addBank(Number(valueOf($event)))">
          <option :value="0">{{ t("quiz.setup.chooseBank") }}</option>
          <option v-for="bank in banks" :key="bank.id" :value="bank.id" :disabled="!bank.count">
            {{ t("quiz.setup.bank", { name: bank.name, n: bank.count }, bank.count) }}
          </option>
        </select>
      </UiField>
    </div>
    <ul v-if="choices.length && !fixed" class="card mt-2" :aria-label="t('quiz.setup.found')">
      <li v-for="one in choices" :key="one.id" class="row">
        <span class="min-w-0 flex-1"
          >{{ one.name }} <span class="text-soft">{{ one.bank }}</span></span
        >
        <UiButton
          look="text"
          :aria-label="t('quiz.setup.addOf', { name: one.name })"
          @click="addQuestion(one)"
          >{{ t("quiz.setup.add") }}</UiButton
        >
      </li>
    </ul>
    <p v-if="!banks.length" class="mt-2">
      <RouterLink :to="banksPath(slug)">{{ t("quiz.setup.noBanks") }}</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule-faint);
}
</style>
