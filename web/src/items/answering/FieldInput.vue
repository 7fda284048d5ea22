<script setup lang="ts">
import { computed, useId } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { checkedOf, valueOf } from "@/ui/field/events";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import AnswerBox from "./AnswerBox.vue";
import { askedWords } from "./asks";

export type Given = string | string[] | Record<string, string>;

/** Where one answer is given, whatever its kind. */
const {
  asked,
  value,
  read = null,
} = defineProps<{ asked: Shapes["AskedOut"]; value: Given; read?: Shapes["ReadOut"] | null }>();
const emit = defineEmits<{ change: [value: Given] }>();
const { t } = useI18n();
const id = useId();
const label = computed(() => asked.label || t("answer.yours"));
const words = computed(() => askedWords(asked, (key, named) => t(key, named ?? {})));
const TYPED = ["number", "formula", "fraction", "angle", "list", "interval", "point"];
const chosen = computed(() => (Array.isArray(value) ? value : []));
const pairs = computed(() => (typeof value === "object" && !Array.isArray(value) ? value : {}));
/** As it was put in order so far, or as it is shown. */
const order = computed(() => (chosen.value.length ? chosen.value : asked.options.map((o) => o.name)));
const textOf = (name: string): string => asked.options.find((o) => o.name === name)?.text ?? "";

function choose(name: string, on: boolean): void {
  const rest = chosen.value.filter((one) => one !== name);
  emit("change", asked.several ? (on ? [...rest, name] : rest) : [name]);
}

function shift(at: number, by: number): void {
  const next = [...order.value];
  const [moved] = next.splice(at, 1);
  if (moved) next.splice(at + by, 0, moved);
  emit("change", next);
}
const plain = (html: string): string => html.replace(/<[^>]*>/g, "");
</script>

<template>
  <AnswerBox
    v-if="TYPED.includes(asked.asks)"
    :value="typeof value === 'string' ? value : ''"
    :label="label"
    :read="read"
    :asked="words"
    @change="emit('change', $event)"
  />
  <fieldset v-else-if="asked.asks === 'choice'" class="choices">
    <legend>{{ asked.label || words }}</legend>
    <label
      v-for="option in asked.options"
      :key="option.name"
      class="choice"
      :class="{ on: chosen.includes(option.name) }"
    >
      <input
        :type="asked.several ? 'checkbox' : 'radio'"
        :name="id"
        :checked="chosen.includes(option.name)"
        @change="choose(option.name, checkedOf($event))"
      />
      <RichText :html="option.text" />
    </label>
  </fieldset>
  <ol v-else-if="asked.asks === 'ordering'" class="choices" :aria-label="label">
    <li v-for="(name, at) in order" :key="name" class="choice">
      <span class="figures">{{ at + 1 }}</span>
      <RichText class="flex-1" :html="textOf(name)" />
      <UiButton
        look="text"
        :disabled="at === 0"
        :aria-label="t('answer.up', { name: plain(textOf(name)) })"
        @click="shift(at, -1)"
        >{{ t("answer.upSign") }}</UiButton
      >
      <UiButton
        look="text"
        :disabled="at === order.length - 1"
        :aria-label="t('answer.down', { name: plain(textOf(name)) })"
        @click="shift(at, 1)"
        >{{ t("answer.downSign") }}</UiButton
      >
    </li>
  </ol>
  <div v-else-if="asked.asks === 'matching'" class="choices">
    <label v-for="option in asked.options" :key="option.name" class="choice">
      <RichText class="flex-1" :html="option.text" />
      <select
        class="field pair"
        :value="pairs[option.name] ?? ''"
        @change="emit('change', { ...pairs, [option.name]: valueOf($event) })"
      >
        <option value="" disabled>{{ t("answer.goesWith") }}</option>
        <option v-for="target in asked.targets" :key="target.name" :value="target.name">
          {{ plain(target.text) }}
        </option>
      </select>
    </label>
  </div>
  <div v-else>
    <label :for="id" class="block text-[13.5px] text-soft">{{ label }}</label>
    <textarea
      v-if="asked.asks === 'by_hand'"
      :id="id"
      class="field"
      rows="5"
      :value="typeof value === 'string' ? value : ''"
      @input="emit('change', valueOf($event))"
    />
    <input
      v-else
      :id="id"
      class="field"
      maxlength="500"
      :value="typeof value === 'string' ? value : ''"
      @input="emit('change', valueOf($event))"
    />
    <p class="mt-1 text-[13px] text-soft">{{ asked.asks === "by_hand" ? t("answer.byPerson") : words }}</p>
  </div>
</template>

<style scoped>
.choices legend {
  margin-bottom: 4px;
  color: var(--ink-soft);
  font-size: 13.5px;
}
.choice {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  padding: 4px 12px;
  border: 1px solid var(--rule);
  border-bottom-width: 0;
  background: var(--sheet);
}
.choice:last-child {
  border-bottom-width: 1px;
}
.choice.on {
  box-shadow: inset 3px 0 0 var(--deep);
}
.choice input {
  width: 20px;
  height: 20px;
}
.pair {
  max-width: 50%;
}
</style>
