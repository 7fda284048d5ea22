<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import { gradebookPath, officialPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import OfficialSheet from "../components/OfficialSheet.vue";
import { useFreeze, useOfficial } from "../queries";

/** Grades that are kept for the record: keep them, and see what became of them since. */
const { slug, official } = defineProps<{ slug: string; official: number | null }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const { data: page, error } = useOfficial(() => slug);
const freeze = useFreeze(() => slug);
const times = useTimes(() => page.value?.zone ?? "UTC");
const section = ref(0);
const period = ref("");
const asking = ref(false);
const refused = ref("");
useUnsaved(() => period.value.trim() !== "");
const named = computed(() => page.value?.sections.find((one) => one.id === section.value)?.name);
const count = computed(() => page.value?.students[section.value] ?? 0);
const whom = computed(() =>
  named.value
    ? t("official.section", { name: named.value, n: count.value }, count.value)
    : t("official.whole", { n: count.value }, count.value),
);
const when = (iso: string): string => `${times.value.moment(iso)}, ${times.value.isoDay(iso).slice(0, 4)}`;

async function keep(): Promise<void> {
  refused.value = "";
  try {
    const made = await freeze.mutateAsync({ section_id: section.value || null, period: period.value });
    asking.value = false;
    period.value = "";
    say(t("official.kept"));
    await router.push(officialPath(slug, made.id));
  } catch (failure) {
    refused.value = wrong(failure);
  }
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="mx-auto max-w-[1060px] px-4 py-5 sm:px-6">
    <RouterLink :to="official ? officialPath(slug) : gradebookPath(slug)" class="text-[13.5px] no-print"
      >← {{ official ? t("official.all") : t("official.back") }}</RouterLink
    >
    <OfficialSheet v-if="official" :slug="slug" :id="official" />
    <template v-else>
      <h1 class="mt-1 text-[26px] font-bold">{{ t("official.title") }}</h1>
      <p class="mt-1 max-w-[72ch]">{{ t("official.line") }}</p>
      <form class="card mt-4 flex flex-wrap items-end gap-3 p-4" @submit.prevent="asking = true">
        <UiField v-slot="{ field }" :label="t('official.of')">
          <select :id="field" v-model="section" class="field">
            <option :value="0">
              {{ t("official.whole", { n: page.students[0] ?? 0 }, page.students[0] ?? 0) }}
            </option>
            <option
              v-for="one in page.sections"
              :key="one.id"
              :value="one.id"
              :disabled="!page.students[one.id]"
            >
              {{
                t(
                  "official.section",
                  { name: one.name, n: page.students[one.id] ?? 0 },
                  page.students[one.id] ?? 0,
                )
              }}
            </option>
          </select>
        </UiField>
        <UiField v-slot="{ field }" :label="t('official.period')" class="min-w-[220px] flex-1">
          <input
            :id="field"
            v-model="period"
            class="field"
            required
            maxlength="100"
            :placeholder="t('official.periodHint')"
          />
        </UiField>
        <UiButton look="main" type="submit" :disabled="!count">{{ t("official.keep") }}</UiButton>
      </form>
      <h2 class="mt-6 mb-1 text-[18px] font-bold">{{ t("official.list") }}</h2>
      <p v-if="!page.kept.length" class="text-soft">{{ t("official.none") }}</p>
      <ul v-else class="border-t border-rule">
        <li
          v-for="one in page.kept"
          :key="one.id"
          class="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2"
        >
          <RouterLink :to="officialPath(slug, one.id)" class="font-semibold text-ink">{{
            one.period
          }}</RouterLink>
          <span>{{ one.section || t("official.course") }}</span>
          <span class="text-soft">{{ t("official.by", { at: when(one.at), by: one.by }) }}</span>
          <span class="ml-auto">{{ t("official.students", { n: one.students }, one.students) }}</span>
          <span :class="one.differs ? 'font-semibold text-late' : 'text-soft'">{{
            t("official.differs", { n: one.differs }, one.differs)
          }}</span>
        </li>
      </ul>
      <p class="mt-6">
        <a :href="`/api/courses/${slug}/gradebook/oneroster`" download class="font-semibold">{{
          t("official.oneRoster")
        }}</a>
        <span class="ml-3 text-[14px] text-soft">{{ t("official.oneRosterHint") }}</span>
      </p>
    </template>
    <UiDialog :open="asking" :title="t('official.sure', { of: whom, period })" @close="asking = false">
      <p>{{ t("official.sureLine") }}</p>
      <p v-if="page.waiting || page.held" class="mt-2">
        {{ t("official.open", { waiting: page.waiting, held: page.held }) }}
      </p>
      <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
      <div class="mt-4 flex gap-2">
        <UiButton look="main" :disabled="freeze.isPending.value" @click="keep">{{
          t("official.yes")
        }}</UiButton>
        <UiButton look="text" @click="asking = false">{{ t("app.cancel") }}</UiButton>
      </div>
    </UiDialog>
  </main>
  <LoadingNote v-else />
</template>
