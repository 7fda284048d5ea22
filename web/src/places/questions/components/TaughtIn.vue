<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { lengthWords } from "@/ui/moment/lengths";
import { secondsOf } from "../model/amounts";
import { useQuestionPlaces } from "../queries";

type Place = Shapes["TaughtOut"];
/** Where a question's matter was taught: items, each from a moment of its recording on. */
const { places, slug, mayChange } = defineProps<{ places: Place[]; slug: string; mayChange: boolean }>();
const emit = defineEmits<{ change: [places: Place[]] }>();
const { t } = useI18n();
const { data: choices } = useQuestionPlaces(() => slug);
const chosen = ref("");
const from = ref("");
const title = computed(
  () =>
    choices.value?.modules.flatMap((m) => m.items).find((i) => String(i.id) === chosen.value)?.title ?? "",
);

function add(): void {
  if (!title.value) return;
  emit("change", [
    ...places,
    { item_id: Number(chosen.value), seconds: secondsOf(from.value), title: title.value },
  ]);
  [chosen.value, from.value] = ["", ""];
}
</script>

<template>
  <div>
    <ul v-if="places.length" class="mb-2">
      <li v-for="(place, at) in places" :key="`${place.item_id} ${place.seconds}`" class="place">
        <RouterLink :to="itemPath(slug, place.item_id)">{{ place.title }}</RouterLink>
        <span v-if="place.seconds" class="figures">{{
          t("question.from", { at: lengthWords(place.seconds) })
        }}</span>
        <button
          v-if="mayChange"
          type="button"
          :aria-label="t('question.takeOut', { name: place.title })"
          @click="
            emit(
              'change',
              places.filter((_, n) => n !== at),
            )
          "
        >
          ×
        </button>
      </li>
    </ul>
    <div v-if="mayChange" class="add">
      <UiField v-slot="{ field }" :label="t('question.taughtIn')">
        <select :id="field" v-model="chosen" class="field">
          <option value="">{{ t("question.chooseItem") }}</option>
          <optgroup
            v-for="module in choices?.modules"
            :key="module.step + module.title"
            :label="module.title"
          >
            <option v-for="item in module.items" :key="item.id" :value="String(item.id)">
              {{ item.title }}
            </option>
          </optgroup>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('question.fromAt')">
        <input :id="field" v-model="from" class="field figures" />
      </UiField>
      <UiButton :disabled="!chosen" @click="add">{{ t("question.addPlace") }}</UiButton>
    </div>
  </div>
</template>

<style scoped>
.place {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 28px;
  font-size: 14px;
}
.place button {
  min-width: 28px;
  min-height: 28px;
  color: var(--ink-soft);
}
.add {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px auto;
  gap: 8px;
  align-items: end;
}
@media screen and (max-width: 719px) {
  .add {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
