<script setup lang="ts">
import { valueOf } from "@/ui/field/events";
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, termPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import RichText from "@/ui/richtext/RichText.vue";
import { useLibraryWrites } from "../queries";

/** The written syllabus, and beside it what is always true because it is read from the course. */
const { library, slug } = defineProps<{ library: Shapes["Library"]; slug: string }>();
const { t } = useI18n();
const times = useTimes(() => library.zone);
const writes = useLibraryWrites(() => slug);
const made = computed(() => library.generated);
const dates = computed(() =>
  made.value.first_day && made.value.last_day
    ? t("library.fromTo", {
        first: times.value.date(made.value.first_day),
        last: times.value.date(made.value.last_day),
      })
    : "",
);
const choose = (event: Event) => writes.syllabus.mutate(Number(valueOf(event)));
</script>

<template>
  <div class="both">
    <article>
      <template v-if="library.syllabus">
        <h2 class="mb-1 text-[22px] font-bold">{{ library.syllabus.title }}</h2>
        <p class="mb-3 text-[14px] text-soft">
          {{ t("item.edition", { n: library.syllabus.edition }) }}
          <template v-if="library.syllabus.written_at"
            >· {{ times.moment(library.syllabus.written_at) }}</template
          >
          <template v-if="library.syllabus.acknowledged_edition">
            · {{ t("item.acknowledged", { edition: library.syllabus.acknowledged_edition }) }}</template
          >
        </p>
        <p v-if="library.syllabus.asks" class="mb-3">
          <UiButton look="main" :to="itemPath(slug, library.syllabus.item_id)">{{
            t("library.acknowledge")
          }}</UiButton>
        </p>
        <RichText :html="library.syllabus.html" />
        <p v-if="library.can_lay_out" class="mt-4">
          <UiButton :to="itemPath(slug, library.syllabus.item_id)">{{ t("item.editText") }}</UiButton>
        </p>
      </template>
      <p v-else class="text-soft">
        {{ t(library.can_lay_out ? "library.noSyllabusTeacher" : "library.noSyllabus") }}
      </p>
      <label v-if="library.can_lay_out" class="no-print mt-5 block max-w-md text-[14px] text-soft">
        {{ t("library.whichSyllabus") }}
        <select class="field mt-1" :value="library.syllabus?.item_id ?? 0" @change="choose">
          <option :value="0" disabled>{{ t("conditions.choose") }}</option>
          <option v-for="one in library.syllabus_choices" :key="one.item_id ?? 0" :value="one.item_id">
            {{ one.title }}
          </option>
        </select>
      </label>
    </article>
    <aside :aria-label="t('library.always')">
      <p class="mb-2 text-[13px] text-soft">{{ t("library.always") }}</p>
      <template v-if="made.weights.length">
        <h3>{{ t("library.counts") }}</h3>
        <table class="ruled-table">
          <tbody>
            <tr v-for="one in made.weights" :key="one.name">
              <td>
                {{ one.name }}
                <span v-if="one.dropped" class="block text-[13px] text-soft">{{
                  t("library.dropped", { n: one.dropped }, one.dropped)
                }}</span>
              </td>
              <td class="figures text-right">
                {{
                  one.weight
                    ? t("library.percent", { n: one.weight })
                    : t("size.points", { n: one.points }, 2)
                }}
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <template v-if="made.conversions.length">
        <h3>{{ t("library.conversions") }}</h3>
        <p v-for="line in made.conversions" :key="line">{{ line }}</p>
      </template>
      <template v-if="made.late_rules.length">
        <h3>{{ t("item.late") }}</h3>
        <p v-for="line in made.late_rules" :key="line">{{ line }}</p>
      </template>
      <h3>{{ t("library.promised") }}</h3>
      <p>
        {{ t("library.workBack", { n: made.turnaround_days }, made.turnaround_days) }}
        {{ t("library.answered", { n: made.answer_days }, made.answer_days) }}
      </p>
      <template v-if="made.classes.length">
        <h3>{{ t("library.classes") }}</h3>
        <p v-for="line in made.classes" :key="line">{{ line }}</p>
      </template>
      <template v-if="made.term">
        <h3>{{ made.term }}</h3>
        <p>{{ dates }}</p>
        <p>
          <RouterLink :to="termPath(slug)">{{ t("library.schedule") }}</RouterLink>
        </p>
      </template>
      <h3>{{ t("library.teachers") }}</h3>
      <p v-for="one in made.teachers" :key="one.name">
        {{ one.name }}
        <span class="text-soft">{{ t(`library.role.${one.role}`) }} {{ one.sections.join(", ") }}</span>
      </p>
      <p class="mt-4">
        <a class="underline" :href="`/api/courses/${slug}/print/syllabus`" download>{{
          t("library.syllabusPdf")
        }}</a>
      </p>
    </aside>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  gap: 24px 48px;
}
aside h3 {
  margin: 14px 0 2px;
  font: 700 15px var(--font-head);
}
aside {
  font-size: 15px;
}
@media (min-width: 900px) {
  .both {
    grid-template-columns: minmax(0, 72ch) minmax(240px, 320px);
  }
}
</style>
