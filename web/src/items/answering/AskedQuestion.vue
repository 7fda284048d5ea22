<script setup lang="ts">
import { computed, shallowRef, useId } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import RichText from "@/ui/richtext/RichText.vue";
import { askedWords } from "./asks";
import FieldInput, { type Given } from "./FieldInput.vue";
import InlineAnswer from "./InlineAnswer.vue";
import { fitsInLine, marksIn } from "./places";
import TypesetLine from "./TypesetLine.vue";

/** A question with its answers: those that the text has a place for stand there, the others below it. */
const {
  shown,
  answers,
  reads,
  disabled = false,
} = defineProps<{
  shown: Shapes["ShownQuestion"];
  answers: Record<string, Given>;
  reads: Record<string, Shapes["ReadOut"] | null | undefined>;
  disabled?: boolean;
}>();
const emit = defineEmits<{ change: [name: string, value: Given] }>();
defineSlots<{ files?: (props: { field: Shapes["AskedOut"] }) => unknown }>();
const { t } = useI18n();
const id = useId();
const marks = computed(() => marksIn(shown.text, shown.fields));
const inline = computed(() => shown.fields.filter((f) => f.name in marks.value && fitsInLine(f)));
/** What stands in the text: nothing where the answer itself does. */
const inText = computed(() => {
  const own = new Set(inline.value.map((f) => f.name));
  return Object.fromEntries(Object.entries(marks.value).map(([n, mark]) => [n, own.has(n) ? "" : mark]));
});
const below = computed(() => shown.fields.filter((f) => !inline.value.includes(f)));
const places = shallowRef<Record<string, HTMLElement>>({});
const text = (name: string): string => {
  const value = answers[name];
  return typeof value === "string" ? value : Array.isArray(value) ? (value[0] ?? "") : "";
};
const label = (field: Shapes["AskedOut"]): string =>
  [marks.value[field.name], field.label || t("answer.yours")].filter(Boolean).join(" ");
const give = (field: Shapes["AskedOut"], value: string): void =>
  emit("change", field.name, field.asks === "choice" ? (value ? [value] : []) : value);
const words = (field: Shapes["AskedOut"]): string => askedWords(field, (key, named) => t(key, named ?? {}));
/** A marked field below the text says which place is its own. */
const named = (field: Shapes["AskedOut"]): Shapes["AskedOut"] =>
  field.name in marks.value ? { ...field, label: label(field) } : field;
</script>

<template>
  <div>
    <RichText class="asked" :html="shown.text" :marks="inText" @placed="places = $event" />
    <template v-for="field in inline" :key="field.name">
      <Teleport v-if="places[field.name]" :to="places[field.name]">
        <InlineAnswer
          :disabled="disabled"
          :asked="field"
          :value="text(field.name)"
          :label="label(field)"
          :wrong="!!reads[field.name]?.error && !!text(field.name).trim()"
          :told="`${id}-${field.name}`"
          @change="give(field, $event)"
        />
      </Teleport>
    </template>
    <ul v-if="inline.some((f) => f.asks !== 'choice')" class="told">
      <li
        v-for="field in inline.filter((f) => f.asks !== 'choice')"
        :id="`${id}-${field.name}`"
        :key="field.name"
      >
        <span class="text-soft">{{ marks[field.name] }} {{ words(field) }}</span>
        <TypesetLine
          v-if="text(field.name).trim() && reads[field.name]?.latex"
          :latex="reads[field.name]!.latex"
        />
        <span v-if="text(field.name).trim() && reads[field.name]?.error" class="block text-late" role="status"
          >{{ reads[field.name]!.error!.words }}
          <span class="text-soft">{{ t("answer.costsNothing") }}</span></span
        >
      </li>
    </ul>
    <template v-for="field in below" :key="field.name">
      <slot v-if="field.asks === 'by_hand' && field.sort !== 'essay'" name="files" :field="field">
        <p class="mt-3 text-soft">{{ t("answer.byPerson") }}</p>
      </slot>
      <fieldset v-else class="answer" :disabled="disabled">
        <FieldInput
          :asked="named(field)"
          :value="answers[field.name] ?? ''"
          :read="reads[field.name] ?? null"
          @change="emit('change', field.name, $event)"
        />
      </fieldset>
    </template>
  </div>
</template>

<style scoped>
.asked {
  max-width: 72ch;
  font-size: 18px;
}
.answer {
  margin-top: 14px;
}
.told {
  margin-top: 10px;
  font-size: 14px;
}
.told li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
}
</style>
