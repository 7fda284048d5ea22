<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { classPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useTimes } from "@/ui/moment/zones";
import SheetRow from "../components/SheetRow.vue";
import { useAbsence, useClassDay } from "../queries";

/** A class day: everything that was on it, what is still open, and the word to the teachers. */
const { slug, number } = defineProps<{ slug: string; number: number }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: day, error } = useClassDay(
  () => slug,
  () => number,
);
const times = useTimes(() => day.value?.zone ?? "");
const writes = useAbsence(
  () => slug,
  () => number,
);
const reason = ref("");
const saying = ref(false);
watch(
  () => [number, day.value?.absence?.reason] as const,
  ([, said]) => {
    reason.value = said ?? "";
    saying.value = false;
  },
  { immediate: true },
);

useUnsaved(() => reason.value !== (day.value?.absence?.reason ?? ""));

async function keep(): Promise<void> {
  if (await writes.say.mutateAsync(reason.value).catch(() => null)) say(t("absence.kept"));
}
</script>

<template>
  <NothingHere v-if="error && !day" :message="wrong(error)" />
  <main v-else-if="day" id="content" class="px-3.5 py-4 pb-24 sm:px-6">
    <p class="flex gap-4 text-[14px]">
      <RouterLink v-if="day.previous" :to="classPath(slug, day.previous)" rel="prev"
        >← {{ t("absence.class", { n: day.previous }) }}</RouterLink
      >
      <RouterLink v-if="day.next" class="ml-auto" :to="classPath(slug, day.next)" rel="next"
        >{{ t("absence.class", { n: day.next }) }} →</RouterLink
      >
    </p>
    <h1 class="mt-2 text-[24px] font-bold">
      {{ t("absence.title", { n: day.meeting.number, at: times.moment(day.meeting.start) }) }}
    </h1>
    <p class="mb-4 text-soft">
      {{ day.meeting.place }}
      <template v-if="!day.teaching && day.rows.length"
        >· {{ t("absence.open", { n: day.open }, day.open) }}</template
      >
    </p>
    <section
      v-if="!day.teaching"
      class="mb-5 max-w-[720px] border border-rule bg-sheet p-4"
      :aria-label="t('absence.say')"
    >
      <template v-if="day.absence && !saying">
        <p class="font-semibold">{{ t("absence.said", { at: times.moment(day.absence.at) }) }}</p>
        <p>{{ day.absence.reason }}</p>
        <p class="text-[14px] text-soft">
          {{
            day.absence.seen_at
              ? t("absence.seen", { at: times.moment(day.absence.seen_at) })
              : t("absence.unseen")
          }}
        </p>
        <UiButton look="text" @click="saying = true">{{ t("absence.change") }}</UiButton>
        <UiButton look="text" @click="writes.takeBack.mutate(null)">{{ t("absence.takeBack") }}</UiButton>
      </template>
      <form v-else class="flex flex-wrap items-end gap-3" @submit.prevent="keep">
        <UiField v-slot="{ field }" class="min-w-60 flex-1" :label="t('absence.reason')">
          <input :id="field" v-model="reason" class="field" maxlength="500" required />
        </UiField>
        <UiButton look="main" type="submit" :disabled="writes.say.isPending.value">{{
          t("absence.say")
        }}</UiButton>
      </form>
    </section>
    <h2 class="mb-1 text-[17px] font-bold">{{ t("absence.onIt") }}</h2>
    <p v-if="!day.rows.length" class="text-soft">{{ t("absence.nothing") }}</p>
    <div v-else class="card sheet undated border border-rule bg-sheet" :class="{ teaching: day.teaching }">
      <SheetRow
        v-for="one in day.rows"
        :key="one.row.id"
        :row="one.row"
        :slug="slug"
        :zone="day.zone"
        :now="day.now"
        :first-day="null"
        :now-at="null"
        :current="false"
        :note="one.ref.step === day.week ? '' : t('item.stepWeek', { n: one.ref.step })"
      />
    </div>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.sheet {
  --sheet-columns: 36px minmax(200px, 1fr) minmax(260px, 340px);
}
.sheet.teaching {
  --sheet-columns: 36px minmax(200px, 1fr) minmax(260px, 340px);
}
</style>
