<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { vKept } from "@/ui/field/kept";
import UiCheck from "@/ui/field/UiCheck.vue";
import { chosenOf, valueOf } from "@/ui/field/events";
import UiField from "@/ui/field/UiField.vue";
import { useConditions } from "../queries";

/** How people talk in a discussion, and what it asks of each. */
const rules = defineModel<Shapes["DiscussionRules"]>({ required: true });
const wants = defineModel<Shapes["WantIn"][]>("wants", { required: true });
const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const SORTS = ["discussion", "introductions", "questions", "reflection"] as const;
const READERS = ["class", "section", "group", "teachers"] as const;
const MOST = 4;
const { data: choices } = useConditions(
  () => slug,
  () => "item",
  () => id,
);

function add(what: "post" | "reply"): void {
  const taken = new Set(wants.value.map((w) => w.key));
  const key = ["a", "b", "c", "d", "e"].find((k) => !taken.has(k)) ?? "f";
  const fresh = { key, what, count: what === "post" ? 1 : 2, words: 0, image: false, days: 1 };
  wants.value.push({ ...fresh, before: 0, at: null, worth: 1 });
}

/** Without days and time it is wanted when the whole is due. */
function setBefore(want: Shapes["WantIn"], days: number): void {
  want.before = days || 0;
  want.at ??= want.before ? "23:59" : null;
}
const lines = (text: string): string[] => text.split("\n").filter((line) => line.trim());
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ t("talk.title") }}</legend>
    <div class="grid gap-3 sm:grid-cols-2">
      <UiField v-slot="{ field }" :label="t('talk.sort.label')">
        <select
          :id="field"
          class="field"
          :value="rules.sort"
          @change="rules.sort = chosenOf($event, SORTS) ?? rules.sort"
        >
          <option v-for="one in SORTS" :key="one" :value="one">{{ t(`talk.sort.${one}`) }}</option>
        </select>
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.readersLabel')">
        <select
          :id="field"
          class="field"
          :value="rules.readers"
          @change="rules.readers = chosenOf($event, READERS) ?? rules.readers"
        >
          <option v-for="one in READERS" :key="one" :value="one">{{ t(`talk.readersChoice.${one}`) }}</option>
        </select>
      </UiField>
    </div>
    <UiCheck
      v-if="rules.readers !== 'teachers'"
      v-model="rules.after_own"
      class="mt-2"
      :label="t('talk.afterOwnLabel')"
    />
    <div v-if="rules.readers === 'group' && choices" class="mt-2">
      <p class="text-[13.5px] text-soft">{{ t("talk.groupsLabel") }}</p>
      <div class="flex flex-wrap gap-x-5">
        <label v-for="group in choices.groups" :key="group.id" class="flex min-h-7 items-center gap-2">
          <input v-model="rules.groups" type="checkbox" :value="group.id" /> {{ group.title }}
        </label>
      </div>
    </div>
    <UiField v-if="rules.sort === 'reflection'" v-slot="{ field }" class="mt-2" :label="t('talk.template')">
      <textarea
        :id="field"
        class="field"
        rows="3"
        v-kept="rules.template.join('\n')"
        @change="rules.template = lines(valueOf($event))"
      />
    </UiField>
    <UiField v-slot="{ field }" class="mt-2" :label="t('talk.hintsLabel')">
      <textarea :id="field" v-model="rules.hints" class="field" rows="2" maxlength="4000" />
    </UiField>
  </fieldset>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ t("talk.wants") }}</legend>
    <p v-if="!wants.length" class="text-[14px] text-soft">{{ t("talk.asksNothing") }}</p>
    <div v-for="(want, n) in wants" :key="want.key" class="card mb-2 grid gap-2 p-3 sm:grid-cols-3">
      <UiField v-slot="{ field }" :label="t(`talk.want.${want.what}`)">
        <input :id="field" v-model.number="want.count" class="field figures" type="number" min="1" max="20" />
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.want.words')">
        <input
          :id="field"
          v-model.number="want.words"
          class="field figures"
          type="number"
          min="0"
          max="2000"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.want.days')">
        <input
          :id="field"
          v-model.number="want.days"
          class="field figures"
          type="number"
          min="1"
          :max="want.count"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.want.before')">
        <input
          :id="field"
          class="field figures"
          type="number"
          min="0"
          max="180"
          v-kept="want.before"
          @change="setBefore(want, Number(valueOf($event)))"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.want.at')">
        <input
          :id="field"
          class="field figures"
          pattern="([01][0-9]|2[0-3]):[0-5][0-9]"
          v-kept="want.at ?? ''"
          @change="want.at = valueOf($event) || null"
        />
      </UiField>
      <UiField v-slot="{ field }" :label="t('talk.want.worth')">
        <input
          :id="field"
          v-model.number="want.worth"
          class="field figures"
          type="number"
          min="0"
          max="100"
          step="0.5"
        />
      </UiField>
      <UiCheck v-model="want.image" :label="t('talk.want.image')" />
      <UiButton look="text" class="justify-self-start" @click="wants.splice(n, 1)">{{
        t("talk.want.remove")
      }}</UiButton>
    </div>
    <div class="flex gap-2">
      <UiButton :disabled="wants.length >= MOST" @click="add('post')">{{ t("talk.addPost") }}</UiButton>
      <UiButton :disabled="wants.length >= MOST" @click="add('reply')">{{ t("talk.addReply") }}</UiButton>
    </div>
  </fieldset>
</template>
