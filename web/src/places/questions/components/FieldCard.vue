<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { chosenOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { amountShown, amountTyped } from "../model/amounts";
import { anAnswer, isKeyed, KINDS, type Asked, type Field } from "../model/blank";
import AskedSettings from "./AskedSettings.vue";
import KeyTable from "./KeyTable.vue";
import OptionTable from "./OptionTable.vue";
import PairTable from "./PairTable.vue";

/** One answer that a question asks for. */
const { field, alone, problems } = defineProps<{
  field: Field;
  /** The only answer: it needs no name, no weight. */
  alone: boolean;
  problems: Record<string, string>;
}>();
const emit = defineEmits<{ change: [field: Field]; remove: [] }>();
const { t } = useI18n();
const asks = (asked: Asked): void => emit("change", { ...field, asked });
const several = (asked: Asked): boolean => asked.kind === "choice" && asked.several;
</script>

<template>
  <section
    class="card p-3"
    :aria-label="alone ? t('question.answer') : t('question.answerName', { name: field.name })"
  >
    <div class="top">
      <UiField v-slot="{ field: id }" :label="t('question.kind')">
        <select
          :id="id"
          class="field"
          :value="field.asked.kind"
          @change="asks(anAnswer(chosenOf($event, KINDS) ?? 'number', field.asked))"
        >
          <option v-for="kind in KINDS" :key="kind" :value="kind">{{ t(`kind.${kind}`) }}</option>
        </select>
      </UiField>
      <template v-if="!alone">
        <UiInput
          :label="t('question.label')"
          :value="field.label"
          @set="emit('change', { ...field, label: $event.trim() })"
        />
        <UiInput
          :label="t('question.weight')"
          :value="amountShown(field.weight)"
          @set="emit('change', { ...field, weight: amountTyped($event) || '1' })"
        />
        <UiButton look="text" @click="emit('remove')">{{ t("question.remove") }}</UiButton>
      </template>
    </div>
    <KeyTable
      v-if="isKeyed(field.asked)"
      :keys="field.asked.keys"
      :at="`fields.${field.name}`"
      :problems="problems"
      @change="asks({ ...field.asked, keys: $event })"
    />
    <OptionTable
      v-else-if="field.asked.kind === 'choice' || field.asked.kind === 'ordering'"
      :options="field.asked.options"
      :several="several(field.asked)"
      :ordering="field.asked.kind === 'ordering'"
      @change="asks({ ...field.asked, options: $event })"
    />
    <PairTable v-else-if="field.asked.kind === 'matching'" :asked="field.asked" @change="asks" />
    <AskedSettings class="mt-2" :asked="field.asked" @change="asks" />
    <p v-for="place in ['', '.unit']" :key="place" class="text-[13.5px] text-late" role="alert">
      {{ problems[`fields.${field.name}${place}`] ?? "" }}
    </p>
  </section>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr) 90px auto;
  gap: 6px 12px;
  align-items: end;
  margin-bottom: 10px;
}
.field {
  min-height: 32px;
  padding: 3px 7px;
}
@media screen and (max-width: 719px) {
  .top {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
