<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, reactive, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import { asOn } from "@/api/as-on";
import type { Shapes } from "@/api/client";
import { courseClass, touched } from "@/api/reads";
import { useStale } from "@/frame/writes";
import { isWalking, walk } from "@/api/walk";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";

/** The walk-through: a teacher sees every screen as on another day, or as a made-up student; clearly marked. */
const { ribbon } = defineProps<{ ribbon: Shapes["Ribbon"] }>();
const { t } = useI18n();
const queries = useQueryClient();
const stale = useStale();
const route = useRoute();
const router = useRouter();
const times = useTimes(() => ribbon.zone);
const choosing = ref(false);
const wall = ref(asOn.value);
const walking = computed(() => isWalking(ribbon.slug));
const marked = computed(() => asOn.value !== "" && times.value.moment(ribbon.now));
const who = reactive({
  student: false,
  section: null as number | null,
  groups: [] as number[],
  allowances: true,
});
const { data: roster } = useQuery({
  ...courseClass(() => ribbon.slug).roster(),
  enabled: () => choosing.value && !walking.value,
});
const line = computed(() => {
  const section = walk.value?.sectionName;
  const as = section ? t("walk.lineSection", { section }) : t("walk.line");
  const on = marked.value ? t("asOn.line", { at: marked.value }) : "";
  return [walking.value ? as : "", on].filter(Boolean).join(" ");
});

function choose(): void {
  who.student = walking.value;
  choosing.value = true;
}

async function show(at: string, asStudent: boolean): Promise<void> {
  asOn.value = at;
  wall.value = at;
  if (!asStudent) walk.value = null;
  else if (!walking.value)
    walk.value = {
      slug: ribbon.slug,
      section: who.section,
      sectionName: roster.value?.sections.find((s) => s.id === who.section)?.name ?? "",
      groups: [...who.groups],
      allowances: who.allowances,
      doings: {},
    };
  choosing.value = false;
  // What one reader was shown is no first picture for another, nor an answer for who may not ask.
  if (!asStudent && route.name === "standing") await router.push(`/c/${ribbon.slug}`);
  await Promise.all([queries.resetQueries({ queryKey: ["course"] }), stale(touched.overCourses())]);
}
</script>

<template>
  <div v-if="line" class="strip no-print" role="status">
    <span>{{ line }}</span>
    <UiButton look="text" @click="choose">{{ t("walk.choose") }}</UiButton>
    <UiButton look="text" @click="show('', false)">{{ t(walking ? "walk.back" : "asOn.back") }}</UiButton>
  </div>
  <button v-else type="button" class="quiet no-print" @click="choose">{{ t("walk.choose") }}</button>
  <UiDialog :open="choosing" :title="t('walk.title')" @close="choosing = false">
    <p class="mb-3 text-[15px]">{{ t("walk.hint") }}</p>
    <form class="grid gap-3" @submit.prevent="show(wall ?? '', who.student)">
      <MomentField v-model="wall" :label="t('asOn.day')" :time-label="t('asOn.time')" usual="10:00" />
      <UiCheck v-model="who.student" :label="t('walk.asStudent')" />
      <template v-if="who.student && roster">
        <UiField v-if="roster.sections.length" v-slot="{ field }" :label="t('walk.section')">
          <select :id="field" v-model="who.section" class="field">
            <option :value="null">{{ t("walk.noSection") }}</option>
            <option v-for="one in roster.sections" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </UiField>
        <fieldset v-if="roster.groups.length">
          <legend class="text-[13.5px] text-soft">{{ t("walk.groups") }}</legend>
          <label
            v-for="one in roster.groups"
            :key="one.id"
            class="flex min-h-7 items-center gap-2 text-[15px]"
          >
            <input v-model="who.groups" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
        </fieldset>
        <UiCheck v-model="who.allowances" :label="t('walk.allowances')" />
      </template>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!wall && !who.student">{{ t("asOn.go") }}</UiButton>
        <UiButton look="text" @click="choosing = false">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  padding: 3px 24px;
  background: var(--now);
  color: var(--on-now);
  font-size: 14px;
  font-weight: 650;
}
.strip :deep(.ui-button) {
  color: var(--on-now);
  text-decoration: underline;
}
.strip :deep(.ui-button:hover) {
  background: transparent;
}
.quiet {
  position: absolute;
  right: 24px;
  margin-top: -32px;
  color: var(--ink-soft);
  font-size: 13px;
}
@media screen and (max-width: 719px) {
  .quiet {
    display: none;
  }
}
</style>
