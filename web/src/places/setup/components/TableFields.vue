<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import UiInput from "@/ui/field/UiInput.vue";
import type { Category } from "../model/grading";
import { curveOf, NO_WHEN, readRows, rowsText, whenOf, type Table, type When } from "../model/tables";

const table = defineModel<Table>({ required: true });
const { said, categories, groups, weeks } = defineProps<{
  said: string;
  categories: Category[];
  groups: Shapes["Named"][];
  weeks: number[];
}>();
const emit = defineEmits<{ remove: [] }>();
const { t } = useI18n();
const text = ref(rowsText(table.value));
/** What holds by weeks or by days; which of them is chosen before the first is. */
const chosen = ref<When>(whenOf(table.value) ?? "any");
const whens = computed<When[]>(() => (weeks.length ? ["any", "weeks", "days"] : ["any", "days"]));
const when = computed<When>({
  get: () => whenOf(table.value) ?? chosen.value,
  set: (value) => {
    chosen.value = value;
    Object.assign(table.value, NO_WHEN);
  },
});
const area = useTemplateRef<HTMLTextAreaElement>("area");
const curve = computed(() => curveOf(table.value));
const problem = computed(() => {
  const { unreadable } = readRows(text.value);
  return unreadable === null ? "" : t("weighing.rowUnreadable", { n: unreadable });
});

/** Another's rows, taken over, stand here; what is typed is never written over by itself. */
watch(
  () => table.value.rows,
  (rows) => {
    if (rowsText({ rows }) !== rowsText(readRows(text.value))) text.value = rowsText({ rows });
  },
);

function typed(): void {
  const { rows, unreadable } = readRows(text.value);
  area.value?.setCustomValidity(problem.value);
  if (unreadable === null) table.value.rows = rows;
}
</script>

<template>
  <div class="one">
    <div class="fields">
      <UiInput
        :label="t('weighing.tableName')"
        :value="table.name"
        maxlength="100"
        required
        @set="(v) => (table.name = v)"
      />
      <UiField v-slot="{ field }" :label="t('weighing.tableFor')">
        <select :id="field" v-model="table.category" class="field">
          <option :value="null">{{ t("weighing.allCategories") }}</option>
          <option v-for="one in categories" :key="one.key" :value="one.key">{{ one.name }}</option>
        </select>
      </UiField>
      <UiField v-if="groups.length" v-slot="{ field }" :label="t('weighing.group')">
        <select :id="field" v-model="table.group" class="field">
          <option :value="null">{{ t("weighing.everybody") }}</option>
          <option v-for="one in groups" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('weighing.when')">
        <select :id="field" v-model="when" class="field" :aria-describedby="`${field}-hint`">
          <option v-for="one in whens" :key="one" :value="one">{{ t(`weighing.whens.${one}`) }}</option>
        </select>
        <p v-if="when === 'days' && weeks.length" :id="`${field}-hint`" class="mt-1 text-[13px] text-soft">
          {{ t("weighing.daysStay") }}
        </p>
      </UiField>
      <template v-if="when === 'weeks'">
        <UiField
          v-for="end in ['from_week', 'until_week'] as const"
          :key="end"
          v-slot="{ field }"
          :label="t(end === 'from_week' ? 'weighing.fromWeek' : 'weighing.untilWeek')"
        >
          <select :id="field" v-model="table[end]" class="field figures">
            <option :value="null">{{ t("weighing.anyWeek") }}</option>
            <option v-for="week in weeks" :key="week" :value="week">{{ week }}</option>
          </select>
        </UiField>
      </template>
      <template v-if="when === 'days'">
        <UiInput
          v-for="end in ['from_day', 'until_day'] as const"
          :key="end"
          type="date"
          :label="t(end === 'from_day' ? 'weighing.fromDay' : 'weighing.untilDay')"
          :value="table[end] ?? ''"
          @set="(v) => (table[end] = v || null)"
        />
      </template>
    </div>
    <div class="mt-2 flex flex-wrap items-start gap-4">
      <UiField v-slot="{ field }" :label="t('weighing.rows')" class="w-full max-w-[280px]">
        <textarea
          :id="field"
          ref="area"
          v-model="text"
          class="field figures"
          rows="5"
          spellcheck="false"
          :aria-describedby="`${field}-hint`"
          :aria-invalid="problem !== '' || undefined"
          @input="typed"
        />
        <p :id="`${field}-hint`" class="mt-1 text-[13px] text-soft">{{ t("weighing.rowsHint") }}</p>
      </UiField>
      <svg v-if="curve" class="curve" viewBox="-4 -4 108 108" aria-hidden="true">
        <rect x="0" y="0" width="100" height="100" class="frame" />
        <line x1="0" y1="100" x2="100" y2="0" class="plain" />
        <polyline :points="curve" class="line" />
      </svg>
      <UiButton look="text" class="ml-auto" @click="emit('remove')">{{ t("weighing.remove") }}</UiButton>
    </div>
    <p v-if="problem" role="alert" class="mt-1 text-[14.5px] text-late">{{ problem }}</p>
    <p v-else class="mt-1 max-w-[72ch] text-[14.5px] text-soft">{{ said }}</p>
  </div>
</template>

<style scoped>
.one {
  padding: 10px 0;
  border-top: 1px solid var(--rule-faint);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
}
.curve {
  width: 132px;
  height: 132px;
  margin-top: 20px;
}
.frame {
  fill: var(--sheet);
  stroke: var(--rule);
}
.plain {
  stroke: var(--rule);
  stroke-dasharray: 3 3;
}
.line {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2.5;
}
@media screen and (max-width: 719px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
