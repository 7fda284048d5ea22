<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { leaveNothing } from "@/frame/leaving";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { say } from "@/ui/notice/notices";
import { usePeople, usePersonWrites } from "../queries";

/** Everybody: what they may do over the whole place, merged where two are one, looked at as they see it. */
type One = Shapes["KeptPerson"];
const { t } = useI18n();
const wrong = useWrong();
const queries = useQueryClient();
const find = ref("");
const rights = ref(false);
const { data: people } = usePeople(
  () => find.value,
  () => rights.value,
);
const writes = usePersonWrites();
const looking = ref<One | null>(null);
const merging = ref<One | null>(null);
const into = ref("");
const why = ref("");
const refused = ref("");
const { data: found } = usePeople(
  () => into.value,
  () => false,
);
const others = computed(() =>
  into.value.trim() ? (found.value ?? []).filter((one) => one.id !== merging.value?.id).slice(0, 8) : [],
);

const choices = (one: One) => [
  { key: "makes", label: t(one.makes_courses ? "admin.noCourses" : "admin.mayCourses") },
  { key: "keeps", label: t(one.administers ? "admin.noAdmin" : "admin.mayAdmin") },
  ...(one.active && !one.administers ? [{ key: "look", label: t("admin.look") }] : []),
  ...(one.administers ? [] : [{ key: "merge", label: t("admin.merge") }]),
  { key: "active", label: t(one.active ? "admin.shut" : "admin.letIn") },
];
function choose(key: string, one: One): void {
  refused.value = "";
  if (key === "look") return void ((looking.value = one), (why.value = ""));
  if (key === "merge") return void ((merging.value = one), (into.value = ""));
  const wish = { administers: one.administers, makes_courses: one.makes_courses, active: one.active };
  if (key === "makes") wish.makes_courses = !wish.makes_courses;
  if (key === "keeps") wish.administers = !wish.administers;
  if (key === "active") wish.active = !wish.active;
  void writes.rights.mutateAsync({ id: one.id, ...wish }).catch(() => null);
}
async function look(): Promise<void> {
  if (!looking.value) return;
  try {
    await writes.act.mutateAsync({ person_id: looking.value.id, why: why.value });
    await leaveNothing();
    queries.clear();
    // All that is kept in this tab is the administrator's.
    location.assign("/");
  } catch (error) {
    refused.value = wrong(error);
  }
}
async function merge(kept: One): Promise<void> {
  const gone = merging.value;
  if (!gone) return;
  refused.value = "";
  try {
    await writes.merge.mutateAsync({ id: kept.id, gone: gone.id });
    merging.value = null;
    say(t("admin.merged", { gone: gone.name, kept: kept.name }));
  } catch (error) {
    refused.value = wrong(error);
  }
}
const facts = (one: One): string =>
  [
    one.administers ? t("admin.is") : "",
    one.makes_courses ? t("admin.makes") : "",
    one.invited ? t("people.invited") : "",
    one.active ? "" : t("admin.isShut"),
  ]
    .filter(Boolean)
    .join(", ");
</script>

<template>
  <section>
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <label class="text-[13.5px] text-soft"
        >{{ t("admin.findPerson") }} <input v-model.lazy="find" class="field mt-1" type="search"
      /></label>
      <label class="flex min-h-9 items-center gap-2"
        ><input v-model="rights" type="checkbox" /> {{ t("admin.onlyRights") }}</label
      >
    </div>
    <p v-if="people && !people.length" class="card p-4 text-soft">{{ t("admin.noneSuch") }}</p>
    <ul v-else-if="people" class="card">
      <li v-for="one in people" :key="one.id" class="list-row row">
        <span class="min-w-0"
          ><b class="block truncate font-semibold">{{ one.name }}</b>
          <span class="block truncate text-[13.5px] text-soft">{{ one.email }}</span></span
        >
        <span class="text-[14px]">{{ facts(one) }}</span>
        <span class="text-[14px] text-soft">{{ t("admin.inCourses", { n: one.courses }, one.courses) }}</span>
        <UiMenu
          :label="t('people.actions', { name: one.name })"
          :choices="choices(one)"
          @choose="(key) => choose(key, one)"
          >⋯</UiMenu
        >
      </li>
    </ul>
    <LoadingNote v-else />
    <UiDialog :open="looking !== null" :title="t('admin.look')" @close="looking = null">
      <form class="grid gap-3" @submit.prevent="look">
        <p>{{ t("admin.lookLine", { name: looking?.name }) }}</p>
        <UiField v-slot="{ field }" :label="t('admin.why')"
          ><input :id="field" v-model="why" class="field" maxlength="500" required
        /></UiField>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <div>
          <UiButton look="main" type="submit">{{ t("admin.begin") }}</UiButton>
        </div>
      </form>
    </UiDialog>
    <UiDialog :open="merging !== null" :title="t('admin.merge')" @close="merging = null">
      <div class="grid gap-3">
        <p>{{ t("admin.mergeLine", { name: merging?.name }) }}</p>
        <UiField v-slot="{ field }" :label="t('admin.findPerson')"
          ><input :id="field" v-model="into" class="field" type="search"
        /></UiField>
        <ul>
          <li v-for="one in others" :key="one.id" class="flex items-center gap-3 border-t border-rule py-1.5">
            <span class="min-w-0 flex-1 truncate">{{ one.name }}, {{ one.email }}</span>
            <UiButton @click="merge(one)">{{ t("admin.mergeInto") }}</UiButton>
          </li>
        </ul>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      </div>
    </UiDialog>
  </section>
</template>

<style scoped>
.row {
  grid-template-columns: minmax(0, 1fr) minmax(0, 260px) 110px 34px;
}
@media screen and (max-width: 719px) {
  .row {
    grid-template-columns: minmax(0, 1fr) 34px;
  }
  .row > * {
    grid-column: 1;
  }
  .row > :last-child {
    grid-area: 1 / 2;
  }
}
</style>
