<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { itemPath, modulePath, peoplePath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useRibbon, useSheetModules } from "@/frame/queries";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import AbsenceList from "../components/AbsenceList.vue";
import GroupDialog from "../components/GroupDialog.vue";
import MoreRows from "../components/MoreRows.vue";
import { ROWS } from "../components/rows";
import type { These } from "../components/WriteToThese.vue";
import { filterWords, filtered, overdueIn, placesOf } from "../model/filters";
import { useRoster } from "../queries";

const AllowanceDialog = defineAsyncComponent(() => import("@/items/components/AllowanceDialog.vue"));

const WriteToThese = defineAsyncComponent(() => import("../components/WriteToThese.vue"));

/** The class: who is where, who is stuck on what and since when. Filters stand in the address. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { data: roster, error } = useRoster(() => slug);
const { data: week } = useSheetModules(() => slug);
const { data: ribbon } = useRibbon(() => slug);
const times = useTimes(() => roster.value?.zone ?? "");
const writing = ref<These | null>(null);
const allowing = ref<number | null>(null);
const editing = ref<Shapes["GroupOut"] | "new" | null>(null);
const most = ref(ROWS);
const asked = (name: string): string => String(route.query[name] ?? "");
const shown = computed(() => (roster.value ? filtered(roster.value, asked) : []));
const stepName = (step: string): string =>
  t(ribbon.value?.dated === false ? "item.stepModule" : "item.stepWeek", { n: step });
const about = computed(() => (roster.value ? filterWords(roster.value, asked, stepName, t) : ""));
const places = computed(() => (roster.value ? placesOf(roster.value) : []));
const missing = computed(() => (roster.value ? overdueIn(roster.value) : []));
const stuck = computed(() => (roster.value?.students ?? []).filter((s) => s.stuck).length);
const behind = computed(() => (roster.value?.students ?? []).filter((s) => s.drifting).length);
const sectionName = (id: number | null) => roster.value?.sections.find((s) => s.id === id)?.name ?? "";
const groupNames = (ids: number[]) =>
  (roster.value?.groups ?? [])
    .filter((g) => ids.includes(g.id))
    .map((g) => g.name)
    .join(", ");

function filter(name: string, event: Event): void {
  const value = valueOf(event);
  void router.replace({ query: { ...route.query, [name]: value || undefined } });
}
</script>

<template>
  <NothingHere v-if="error && !roster" :message="wrong(error)" />
  <main v-else-if="roster" id="content" class="place-page">
    <div class="mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
      <h1 class="text-[24px] font-bold">{{ t("place.roster") }}</h1>
      <p class="text-soft">
        {{ t("roster.count", { n: roster.students.length, stuck }, roster.students.length) }}
      </p>
      <RouterLink v-if="week" class="ml-auto" :to="modulePath(slug, week)">{{
        t("roster.byModule")
      }}</RouterLink>
      <UiButton v-if="roster.can_lay_out" :class="{ 'ml-auto': !week }" :to="peoplePath(slug)">{{
        t("people.toPeople")
      }}</UiButton>
    </div>
    <div class="no-print mb-3 flex flex-wrap items-end gap-3">
      <label class="text-[13.5px] text-soft"
        >{{ t("roster.find") }}
        <input class="field mt-1" type="search" :value="asked('name')" @input="filter('name', $event)" />
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("roster.section") }}
        <select class="field mt-1" :value="asked('section')" @change="filter('section', $event)">
          <option value="">{{ t("roster.all") }}</option>
          <option v-for="one in roster.sections" :key="one.id" :value="String(one.id)">{{ one.name }}</option>
        </select>
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("roster.group") }}
        <select class="field mt-1" :value="asked('group')" @change="filter('group', $event)">
          <option value="">{{ t("roster.all") }}</option>
          <option v-for="one in roster.groups" :key="one.id" :value="String(one.id)">{{ one.name }}</option>
        </select>
      </label>
      <label class="text-[13.5px] text-soft"
        >{{ t("roster.who") }}
        <select class="field mt-1" :value="asked('state')" @change="filter('state', $event)">
          <option value="">{{ t("roster.everybody") }}</option>
          <option value="stuck">{{ t("roster.stuckOnly", { n: stuck }) }}</option>
          <option value="behind">{{ t("roster.behindOnly", { n: behind }) }}</option>
        </select>
      </label>
      <label v-if="places.length > 1" class="text-[13.5px] text-soft"
        >{{ t("roster.where") }}
        <select class="field mt-1" :value="asked('at')" @change="filter('at', $event)">
          <option value="">{{ t("roster.anywhere") }}</option>
          <option v-for="one in places" :key="one.step" :value="one.step">
            {{ t("roster.atStep", { step: stepName(one.step), n: one.count }) }}
          </option>
        </select>
      </label>
      <label v-if="missing.length" class="text-[13.5px] text-soft"
        >{{ t("roster.without") }}
        <select class="field mt-1 max-w-64" :value="asked('without')" @change="filter('without', $event)">
          <option value="">{{ t("roster.anything") }}</option>
          <option v-for="one in missing" :key="one.id" :value="String(one.id)">
            {{ t("roster.withoutItem", { title: one.title, n: one.count }) }}
          </option>
        </select>
      </label>
      <UiButton v-if="shown.length" @click="writing = { people: shown, about }">{{
        t("written.toThese", { n: shown.length }, shown.length)
      }}</UiButton>
      <span v-if="roster.can_lay_out" class="ml-auto flex flex-wrap items-center gap-2 text-[14px]">
        <span class="text-soft">{{ t("roster.groups") }}</span>
        <UiButton v-for="one in roster.groups" :key="one.id" look="text" @click="editing = one">{{
          t("roster.groupOf", { name: one.name, n: one.members.length })
        }}</UiButton>
        <UiButton @click="editing = 'new'">{{ t("roster.newGroup") }}</UiButton>
      </span>
    </div>
    <AbsenceList :slug="slug" :zone="roster.zone" />
    <div class="relative overflow-x-auto border border-rule bg-sheet">
      <table class="ruled-table w-full">
        <thead>
          <tr>
            <th>{{ t("roster.name") }}</th>
            <th>{{ t("roster.section") }}</th>
            <th class="text-right">{{ t("roster.done") }}</th>
            <th>{{ t("roster.at") }}</th>
            <th>{{ t("roster.overdue") }}</th>
            <th>{{ t("roster.seen") }}</th>
            <th v-if="roster.can_lay_out">
              <span class="sr-only">{{ t("allow.title") }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in shown.slice(0, most)" :key="one.id" :class="{ stuck: one.stuck }">
            <th scope="row" class="!font-semibold">
              {{ one.name }}
              <span
                v-if="one.group_ids.length || one.allowances"
                class="block text-[12.5px] font-normal text-soft"
              >
                {{ groupNames(one.group_ids) }}
                <template v-if="one.allowances">{{
                  t("roster.allowances", { n: one.allowances }, one.allowances)
                }}</template>
              </span>
            </th>
            <td>{{ sectionName(one.section_id) }}</td>
            <td class="figures text-right">{{ t("week.doneOf", { done: one.done, all: one.required }) }}</td>
            <td>
              <template v-if="one.at">
                <RouterLink :to="itemPath(slug, one.at.id)">{{ one.at.title }}</RouterLink>
                <span v-if="one.since" class="block text-[12.5px] text-soft">{{
                  t("roster.since", {
                    at: times.moment(one.since),
                    ago: times.relative(one.since, roster.now),
                  })
                }}</span>
              </template>
              <span v-else class="text-soft">{{ t("roster.nothingOpen") }}</span>
            </td>
            <td>
              <template v-if="one.overdue.length">
                <b class="text-late">{{ one.overdue.length }}</b>
                <span class="block max-w-64 truncate text-[12.5px] text-soft">{{
                  one.overdue.map((i) => i.title).join(", ")
                }}</span>
              </template>
            </td>
            <td class="text-[13.5px]">
              {{ one.last_seen ? times.relative(one.last_seen, roster.now) : t("roster.never") }}
            </td>
            <td v-if="roster.can_lay_out" class="text-right">
              <UiButton
                look="text"
                :aria-label="t('roster.allow', { name: one.name })"
                @click="allowing = one.id"
                >{{ t("allow.title") }}</UiButton
              >
            </td>
          </tr>
        </tbody>
      </table>
      <MoreRows v-model="most" :all="shown.length" />
      <p v-if="!shown.length" class="p-4 text-soft">
        {{ t(roster.students.length ? "roster.noneSuch" : "roster.empty") }}
      </p>
    </div>
    <AllowanceDialog
      v-if="allowing !== null"
      :slug="slug"
      :item-id="null"
      :person-id="allowing"
      @close="allowing = null"
    />
    <WriteToThese v-if="writing" :slug="slug" :these="writing" @close="writing = null" />
    <GroupDialog
      v-if="editing"
      :slug="slug"
      :roster="roster"
      :group="editing === 'new' ? null : editing"
      @close="editing = null"
    />
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.stuck th {
  box-shadow: inset 3px 0 0 var(--late);
}
</style>
