<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { useOwnForm } from "@/frame/own-form";
import { useMe, useRibbon } from "@/frame/queries";
import TheirChanges from "@/frame/TheirChanges.vue";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiInput from "@/ui/field/UiInput.vue";
import { say } from "@/ui/notice/notices";
import { useSchedule, useSetupWrites } from "../queries";
import CopyCourse from "./CopyCourse.vue";

/** The course as a whole: what it is called, whether it has dates, its copies, and its end. */
const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const router = useRouter();
const writes = useSetupWrites(() => slug);
const said = useSaid(() => slug);
const { data: ribbon } = useRibbon(() => slug);
const { data: me } = useMe();
const { refetch } = useSchedule(() => slug);
const { form, theirs, takeTheirs, save } = useOwnForm<Shapes["Naming"]>(
  () => ({ value: { title: schedule.title, code: schedule.code }, edition: schedule.course_edition }),
  () => refetch(),
);
const removing = ref(false);
const students = computed(() => schedule.students);

async function name(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  const change = await save((edition) => writes.name.mutateAsync({ edition, ...typed })).catch(() => null);
  if (change) said(null, change);
}
async function dropDates(): Promise<void> {
  const change = await writes.dropDates.mutateAsync().catch(() => null);
  if (change) said(t("course.dropped"), change);
}
async function archive(archived: boolean): Promise<void> {
  if (await writes.archive.mutateAsync(archived).catch(() => null))
    say(t(archived ? "course.archived" : "course.takenOut"));
}
async function remove(): Promise<void> {
  const title = ribbon.value?.title ?? "";
  if (!(await writes.remove.mutateAsync().catch(() => null))) return;
  await router.push("/desk");
  say(t("course.removed", { title }));
}
</script>

<template>
  <section class="grid max-w-[900px] gap-4">
    <form class="card grid gap-3 p-4 sm:grid-cols-[160px_minmax(0,1fr)_auto]" @submit.prevent="name">
      <template v-if="form">
        <UiInput
          :label="t('begin.code')"
          :value="form.code"
          required
          maxlength="20"
          @set="(v) => form && (form.code = v)"
        />
        <UiInput
          :label="t('begin.name')"
          :value="form.title"
          required
          maxlength="200"
          @set="(v) => form && (form.title = v)"
        />
      </template>
      <UiButton class="self-end" look="main" type="submit">{{ t("course.rename") }}</UiButton>
      <TheirChanges
        class="sm:col-span-3"
        :theirs="theirs"
        :label="(field) => t(`course.field.${field}`)"
        :words="(_, value) => String(value)"
        @take="takeTheirs"
      />
      <p class="text-[14px] text-soft sm:col-span-3">{{ t("course.address", { address: `/c/${slug}` }) }}</p>
    </form>
    <div v-if="schedule.dated" class="card line">
      <span
        ><b class="font-semibold">{{ t("course.dates") }}</b>
        <span class="block text-[14px] text-soft">{{ t("course.datesLine") }}</span></span
      >
      <UiButton @click="dropDates">{{ t("course.drop") }}</UiButton>
    </div>
    <div class="card line">
      <span
        ><b class="font-semibold">{{ t(schedule.archived_at ? "course.isArchived" : "course.archive") }}</b>
        <span class="block text-[14px] text-soft">{{ t("course.archiveLine") }}</span></span
      >
      <UiButton @click="archive(!schedule.archived_at)">{{
        t(schedule.archived_at ? "course.takeOut" : "course.toArchive")
      }}</UiButton>
    </div>
    <div class="card line">
      <span
        ><b class="font-semibold">{{ t("course.remove") }}</b>
        <span class="block text-[14px] text-soft">{{ t("course.removeLine") }}</span></span
      >
      <UiButton look="danger" @click="removing = true">{{ t("course.toRemove") }}</UiButton>
    </div>
    <CopyCourse v-if="me?.makes_courses" :slug="slug" />
    <UiDialog :open="removing" :title="t('course.removeAsk')" @close="removing = false">
      <p class="mb-4">{{ t("course.removeSure", { n: students }, students) }}</p>
      <div class="flex flex-wrap gap-2">
        <UiButton look="danger" :disabled="writes.remove.isPending.value" @click="remove">{{
          t("course.toRemove")
        }}</UiButton>
        <UiButton look="text" @click="removing = false">{{ t("app.cancel") }}</UiButton>
      </div>
    </UiDialog>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 12px 16px;
}
.line > span {
  flex: 1;
  min-width: min(100%, 260px);
}
</style>
