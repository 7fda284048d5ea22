<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import LoadingNote from "@/frame/LoadingNote.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { say } from "@/ui/notice/notices";
import { useCourses, usePlaceWrites, type State } from "../queries";

/** Every course of the place; removed ones are brought back from here. */
const { t } = useI18n();
const find = ref("");
const state = ref<State>("");
const STATES = ["running", "closed", "archived", "removed"] as const;
const { data: courses } = useCourses(
  () => find.value,
  () => state.value,
);
const writes = usePlaceWrites();

async function back(one: Shapes["KeptCourse"]): Promise<void> {
  if (await writes.back.mutateAsync(one.id).catch(() => null)) say(t("admin.isBack", { title: one.title }));
}
</script>

<template>
  <section>
    <div class="mb-3 flex flex-wrap gap-3">
      <label class="text-[13.5px] text-soft"
        >{{ t("admin.find") }} <input v-model.lazy="find" class="field mt-1" type="search"
      /></label>
      <label class="text-[13.5px] text-soft"
        >{{ t("admin.state") }}
        <select v-model="state" class="field mt-1">
          <option value="">{{ t("roster.all") }}</option>
          <option v-for="one in STATES" :key="one" :value="one">{{ t(`admin.states.${one}`) }}</option>
        </select>
      </label>
    </div>
    <p v-if="courses && !courses.length" class="card p-4 text-soft">{{ t("admin.noneSuch") }}</p>
    <div v-else-if="courses" class="card overflow-x-auto">
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th>{{ t("app.courses") }}</th>
            <th>{{ t("join.term") }}</th>
            <th>{{ t("admin.instructors") }}</th>
            <th>{{ t("admin.students") }}</th>
            <th>{{ t("admin.state") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in courses" :key="one.id">
            <th scope="row" class="!font-semibold">
              {{ one.code }} {{ one.title }}
              <span class="block text-[13px] font-normal text-soft">{{ `/c/${one.slug}` }}</span>
            </th>
            <td>{{ one.term }}</td>
            <td>{{ one.instructors.join(", ") }}</td>
            <td class="figures">{{ one.students }}</td>
            <td>
              {{ t(`admin.states.${one.state}`) }}
              <UiButton v-if="one.state === 'removed'" @click="back(one)">{{ t("admin.back") }}</UiButton>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <LoadingNote v-else />
  </section>
</template>
