<script setup lang="ts">
import { computed, useId } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { checkedOf, valueOf } from "@/ui/field/events";

type Chosen = Shapes["ChosenIn"];

/** The levels of one piece of work: a row of choices a criterion, and a word on it. */
const chosen = defineModel<Chosen[]>({ required: true });
const { rubric } = defineProps<{ rubric: Shapes["RubricOut"] }>();
const emit = defineEmits<{ level: []; remark: [] }>();
const { t } = useI18n();
const group = useId();
const of = (criterion: number): Chosen | undefined => chosen.value.find((one) => one.criterion === criterion);

function set(criterion: number, wish: Partial<Chosen>): void {
  const before = of(criterion) ?? { criterion, level: null, remark: "" };
  chosen.value = [...chosen.value.filter((one) => one !== before), { ...before, ...wish }];
}

function choose(criterion: number, level: number): void {
  set(criterion, { level });
  emit("level");
}

/** What the chosen levels give together, by the rubric's own measure. */
const sum = computed(() =>
  rubric.criteria
    .map((c) => c.levels.find((level) => level.id === of(c.id)?.level)?.points)
    .reduce((whole, points) => whole + Number(points ?? 0), 0),
);
</script>

<template>
  <section class="grid gap-3" :aria-label="t('rubric.by', { name: rubric.name })">
    <fieldset v-for="criterion in rubric.criteria" :key="criterion.id">
      <legend class="text-[13.5px] font-semibold">{{ criterion.name }}</legend>
      <p v-if="criterion.words" class="text-[13px] text-soft">{{ criterion.words }}</p>
      <div class="levels">
        <label v-for="level in criterion.levels" :key="level.id" :title="level.words">
          <input
            type="radio"
            class="sr-only"
            :name="`${group}-${criterion.id}`"
            :checked="of(criterion.id)?.level === level.id"
            @change="checkedOf($event) && choose(criterion.id, level.id)"
          />
          <span>
            <!-- A space between the two, for those who hear it read. -->
            {{ level.name }} <b v-if="level.points !== null" class="figures">{{ Number(level.points) }}</b>
          </span>
        </label>
      </div>
      <p
        v-if="criterion.levels.find((l) => l.id === of(criterion.id)?.level)?.words"
        class="text-[13px] text-soft"
      >
        {{ criterion.levels.find((l) => l.id === of(criterion.id)?.level)?.words }}
      </p>
      <input
        v-if="of(criterion.id)"
        class="field mt-1 !min-h-8 !text-[14px]"
        :aria-label="t('rubric.remarkOf', { name: criterion.name })"
        :placeholder="t('rubric.remark')"
        :value="of(criterion.id)?.remark ?? ''"
        maxlength="2000"
        @input="set(criterion.id, { remark: valueOf($event) })"
        @change="emit('remark')"
      />
    </fieldset>
    <p v-if="rubric.most" class="figures text-[13.5px]">
      {{ t("rubric.sofar", { sum, most: rubric.most }) }}
    </p>
  </section>
</template>

<style scoped>
.levels {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 3px;
}
.levels span {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-height: 30px;
  padding: 3px 9px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  font-size: 14px;
  cursor: pointer;
}
.levels input:checked + span {
  border-color: var(--deep);
  background: var(--deep);
  color: var(--on-deep);
}
.levels input:focus-visible + span {
  outline: 2px solid var(--deep);
  outline-offset: 2px;
}
</style>
