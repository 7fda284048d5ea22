<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import { valueOf } from "@/ui/field/events";
import { say } from "@/ui/notice/notices";
import { useInviting, usePeopleWrites } from "../people-queries";
import MoreRows from "./MoreRows.vue";
import { ROWS } from "./rows";

/** The students: where each is, who has not come in yet, and who left. */
const { slug, people } = defineProps<{ slug: string; people: Shapes["People"] }>();
const { t } = useI18n();
const writes = usePeopleWrites(() => slug);
const invited = useInviting(() => slug);
const find = ref("");
const most = ref(ROWS);
const shown = computed(() => {
  const wanted = find.value.trim().toLowerCase();
  return people.students.filter((one) => `${one.name} ${one.email}`.toLowerCase().includes(wanted));
});
const waiting = computed(() => people.students.filter((one) => one.invited).length);

async function move(one: Shapes["Member"], event: Event): Promise<void> {
  const section = Number(valueOf(event)) || null;
  if (await writes.move.mutateAsync({ person: one.id, section }).catch(() => null))
    say(t("people.moved", { name: one.name }));
}
async function withdraw(one: Shapes["Member"]): Promise<void> {
  if (!(await writes.withdraw.mutateAsync(one.id).catch(() => null))) return;
  const back = (): void => void writes.takeBack.mutateAsync(one.id).catch(() => null);
  say(t("people.withdrawn", { name: one.name }), { label: t("app.undo"), run: back });
}
async function invite(one: Shapes["Member"]): Promise<void> {
  if (await invited.mutateAsync(one.id).catch(() => null)) say(t("people.invitedAgain", { name: one.name }));
}
</script>

<template>
  <section>
    <div class="mb-2 flex flex-wrap items-end gap-x-5 gap-y-1">
      <h2 class="text-[17px] font-bold">
        {{ t("people.students", { n: people.students.length }, people.students.length) }}
      </h2>
      <span v-if="waiting" class="text-[14px] text-soft">{{
        t("people.waiting", { n: waiting }, waiting)
      }}</span>
      <label class="ml-auto text-[13.5px] text-soft"
        >{{ t("roster.find") }} <input v-model="find" class="field mt-1" type="search"
      /></label>
    </div>
    <p v-if="!people.students.length" class="card p-4 text-soft">{{ t("people.nobody") }}</p>
    <div v-else class="card overflow-x-auto">
      <table class="ruled-table w-full">
        <tbody>
          <tr v-for="one in shown.slice(0, most)" :key="one.id">
            <th scope="row" class="!font-semibold">
              {{ one.name }}
              <span class="block text-[13px] font-normal text-soft">{{ one.email }}</span>
            </th>
            <td v-if="people.sections.length">
              <select
                class="field"
                :value="one.section_ids[0] ?? ''"
                :aria-label="t('people.sectionFor', { name: one.name })"
                @change="move(one, $event)"
              >
                <option v-for="section in people.sections" :key="section.id" :value="section.id">
                  {{ section.name }}
                </option>
              </select>
            </td>
            <td class="text-[14px]">
              <template v-if="one.invited"
                >{{ t("people.invited") }}
                <UiButton look="text" @click="invite(one)">{{ t("people.inviteAgain") }}</UiButton></template
              >
            </td>
            <td class="text-right">
              <UiButton
                look="text"
                :aria-label="t('people.withdrawOne', { name: one.name })"
                @click="withdraw(one)"
                >{{ t("people.withdraw") }}</UiButton
              >
            </td>
          </tr>
        </tbody>
      </table>
      <MoreRows v-model="most" :all="shown.length" />
    </div>
    <template v-if="people.withdrawn.length">
      <h2 class="mt-5 mb-2 text-[17px] font-bold">{{ t("people.left") }}</h2>
      <ul class="card">
        <li
          v-for="one in people.withdrawn"
          :key="one.id"
          class="flex flex-wrap items-center gap-3 border-b border-rule px-3 py-1.5 last:border-0"
        >
          <b class="font-semibold">{{ one.name }}</b>
          <span class="text-[13.5px] text-soft">{{ t(`people.role.${one.role}`) }}</span>
          <UiButton class="ml-auto" look="text" @click="writes.takeBack.mutate(one.id)">{{
            t("people.takeBack")
          }}</UiButton>
        </li>
      </ul>
    </template>
  </section>
</template>
