<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { client, told, type Shapes } from "@/api/client";
import { own, touched } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useMe } from "@/frame/queries";
import { useWrite, useWrong } from "@/frame/writes";
import { chosenOf } from "@/ui/field/events";
import { useTimes } from "@/ui/moment/zones";

/** All that one was told, the newest first, and how one wants to be told. */
const PACES = ["at_once", "daily", "never"] as const;
const { t } = useI18n();
const wrong = useWrong();
const { data: me } = useMe();
const zone = () => me.value?.zone || Intl.DateTimeFormat().resolvedOptions().timeZone;
const times = useTimes(zone);
const { data: page, error } = useQuery(own.notices());
const { data: choices } = useQuery(own.noticeChoices());
const seen = useWrite(
  (upto: number, headers) => told(client.POST("/api/notices/seen", { body: { upto }, headers })),
  () => touched.noticeCount(),
  true,
);
const choose = useWrite(
  (body: Shapes["NoticeChoiceIn"], headers) => told(client.PUT("/api/notices/choices", { body, headers })),
  () => [own.noticeChoices().queryKey],
);
const newest = computed(() => page.value?.notices[0]?.id ?? 0);
watch(
  newest,
  (upto) => {
    document.title = `${t("notices.title")} · Unvo`;
    if (upto && page.value?.unseen) seen.mutate(upto);
  },
  { immediate: true },
);

function set(row: Shapes["NoticeChoiceOut"], change: Partial<Shapes["NoticeChoiceIn"]>): void {
  choose.mutate({ kind: row.kind, here: row.here, mail: row.mail, ...change });
}
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="first-page">
    <h1 class="mb-3 text-[27px] font-bold">{{ t("notices.title") }}</h1>
    <p v-if="!page.notices.length" class="card p-5 text-soft">{{ t("notices.empty") }}</p>
    <ul v-else class="card">
      <li v-for="one in page.notices" :key="one.id" class="list-row notice" :class="{ fresh: !one.seen }">
        <span class="figures text-soft">{{ times.moment(one.at) }}</span>
        <span>
          <RouterLink :to="one.address" class="font-semibold">{{ one.title }}</RouterLink>
          <span v-if="!one.seen" class="sr-only"> ({{ t("talk.new") }})</span>
          <span v-if="one.line" class="block text-[14px] text-soft">{{ one.line }}</span>
        </span>
        <span class="text-[14px] text-soft">{{ one.course }}</span>
      </li>
    </ul>
    <section v-if="choices" class="mt-8" :aria-label="t('notices.choices')">
      <h2 class="mb-1 text-[18px] font-bold">{{ t("notices.choices") }}</h2>
      <p class="mb-2 text-[14px] text-soft">{{ t("notices.choicesHint") }}</p>
      <div class="overflow-x-auto">
        <table class="ruled-table">
          <thead>
            <tr>
              <th scope="col">{{ t("notices.what") }}</th>
              <th scope="col">{{ t("notices.here") }}</th>
              <th scope="col">{{ t("notices.mail") }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in choices" :key="row.kind">
              <th scope="row" class="font-normal">{{ row.word }}</th>
              <td v-for="where in ['here', 'mail'] as const" :key="where">
                <span v-if="where === 'here' && row.always">{{ t("notices.pace.at_once") }}</span>
                <select
                  v-else
                  class="field !min-h-8 !w-auto !py-0"
                  :aria-label="`${row.word}: ${t(`notices.${where}`)}`"
                  :value="row[where]"
                  @change="set(row, { [where]: chosenOf($event, PACES) ?? row[where] })"
                >
                  <option v-for="pace in PACES" :key="pace" :value="pace">
                    {{ t(`notices.pace.${pace}`) }}
                  </option>
                </select>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.notice {
  grid-template-columns: 132px 1fr auto;
}
.fresh {
  box-shadow: inset 3px 0 0 var(--now);
}
@media (max-width: 719px) {
  .notice {
    grid-template-columns: 1fr;
  }
}
</style>
