<script setup lang="ts">
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import { useWrong } from "@/frame/writes";
import { gradePath, itemPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useKeys } from "@/frame/shortcuts";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { valueOf } from "@/ui/field/events";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { say } from "@/ui/notice/notices";
import QueueList from "../components/QueueList.vue";
import ScorePanel from "../components/ScorePanel.vue";
import WorkView from "../components/WorkView.vue";
import PeerReadings from "@/items/reading/PeerReadings.vue";
import { nextOpen, useCriterion } from "../model/use-criterion";
import { useGradingWrites, useQueue, useReadings, useWork } from "../queries";

const CriterionPanel = defineAsyncComponent(() => import("../components/CriterionPanel.vue"));
const SecondPanel = defineAsyncComponent(() => import("../components/SecondPanel.vue"));
const ReturnDialog = defineAsyncComponent(() => import("../components/ReturnDialog.vue"));
const CommentDialog = defineAsyncComponent(() => import("../components/CommentDialog.vue"));
const RecordDialog = defineAsyncComponent(() => import("../components/RecordDialog.vue"));
const RubricDialog = defineAsyncComponent(() => import("../components/RubricDialog.vue"));

const { slug, id, person } = defineProps<{ slug: string; id: number; person: number | null }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const wrong = useWrong();
const { data: queue, error } = useQueue(
  () => slug,
  () => id,
);
const { data: work } = useWork(
  () => slug,
  () => id,
  () => person,
);
const { data: readings } = useReadings(
  () => slug,
  () => id,
  () => (work.value?.attempts.length ? person : null),
);
const writes = useGradingWrites(
  () => slug,
  () => id,
);
const releasing = ref(false);
const measuring = ref(false);
/** What is about to be said to the work that is shown. */
const saying = ref<"" | "comment" | "again" | "record">("");
const handed = computed(() => work.value?.attempts.at(-1));
const list = useTemplateRef<HTMLElement>("list");
/** The order in which one began: it does not jump while scores are saved. */
const order = ref<number[]>([]);

watch(
  queue,
  (found) => {
    if (!found) return;
    const all = found.rows.map((r) => r.person_id);
    if (order.value.length !== all.length) order.value = all;
    if (person === null && order.value.length)
      void router.replace({ path: gradePath(slug, id, order.value[0]), query: route.query });
  },
  { immediate: true },
);
const steady = computed(() => {
  if (!queue.value) return null;
  const rows = new Map(queue.value.rows.map((r) => [r.person_id, r]));
  return { ...queue.value, rows: order.value.flatMap((p) => rows.get(p) ?? []) };
});

/** The next but for those that were scored with this one. */
async function go(by: number, scored: number[] = []): Promise<void> {
  const left = order.value.filter((one) => !scored.includes(one));
  const to = left[left.indexOf(person ?? 0) + by];
  if (!to) return say(t("grading.done"));
  await show(to);
}

async function show(to: number, criterion: number | null = by.criterion.value): Promise<void> {
  await router.push({ path: gradePath(slug, id, to), query: criterion ? { criterion } : {} });
  await nextTick();
  list.value?.querySelector("[aria-current]")?.scrollIntoView({ block: "nearest" });
}

const by = useCriterion(() => queue.value);

/** The next work without this criterion; when all have it, the first without the next one. */
async function goOn(measured: number[]): Promise<void> {
  const now = by.criterion.value;
  const rows = steady.value?.rows ?? [];
  const to = now === null ? null : nextOpen(rows, person ?? 0, now, measured);
  if (to === null) {
    const next = by.after();
    if (!next || next.id === now) return say(t("grading.done"));
    say(t("criterion.goesOn", { name: next.name }));
    const first = nextOpen(rows, 0, next.id) ?? person;
    return first ? show(first, next.id) : undefined;
  }
  await show(to);
}

async function release(): Promise<void> {
  const done = await writes.release.mutateAsync(null);
  releasing.value = false;
  say(t("grading.released", { n: done.scores }));
}

const chooseCriterion = (event: Event): void => void by.choose(Number(valueOf(event)) || null);

useKeys(() => ({ j: () => void go(1), k: () => void go(-1) }));
</script>

<template>
  <NothingHere v-if="error && !queue" :message="wrong(error)" />
  <div v-else-if="queue && steady" class="page">
    <aside ref="list" class="side">
      <div class="px-6 py-3">
        <RouterLink :to="itemPath(slug, id)" class="text-[13.5px]"
          >← {{ t("grading.back", { item: queue.title }) }}</RouterLink
        >
        <p class="mt-1 text-[14px]">
          {{ t("grading.waiting", { n: queue.waiting })
          }}<template v-if="queue.hold"> · {{ t("grading.held", { n: queue.held }) }}</template>
        </p>
        <UiButton v-if="queue.held && queue.can_release" class="mt-2" @click="releasing = true">
          {{ t("grading.release", { n: queue.held }, queue.held) }}
        </UiButton>
      </div>
      <UiField v-if="queue.criteria.length" v-slot="{ field }" class="px-6 pb-2" :label="t('criterion.how')">
        <select :id="field" class="field" :value="by.criterion.value ?? ''" @change="chooseCriterion">
          <option value="">{{ t("criterion.whole") }}</option>
          <option v-for="one in queue.criteria" :key="one.id" :value="one.id">
            {{ t("criterion.only", { name: one.name }) }}
          </option>
        </select>
      </UiField>
      <QueueList :queue="steady" :slug="slug" :id="id" :person="person" :criterion="by.criterion.value" />
    </aside>
    <main id="content" class="min-w-0 flex-1 px-4 py-5 sm:px-10">
      <h1 class="mb-3 text-[24px] font-bold">{{ queue.title }}</h1>
      <p v-if="queue.anonymous" class="mb-3 text-[14px] text-soft">{{ t("grading.anonymous") }}</p>
      <WorkView
        v-if="work"
        :key="work.person_id"
        :work="work"
        :zone="queue.zone"
        :possible="queue.possible"
        :slug="slug"
        :id="id"
      />
      <p v-else class="text-soft">{{ t("grading.pick") }}</p>
      <PeerReadings v-if="work && readings" :found="readings" :zone="queue.zone" :own="false" />
    </main>
    <aside v-if="work" class="score" :aria-label="t('grading.panel')">
      <SecondPanel
        v-if="queue.two_graders && work.score.raw === null && work.attempts.length"
        :key="`second-${work.person_id}`"
        :work="work"
        :queue="queue"
        :slug="slug"
        :id="id"
        @next="(scored) => go(1, scored)"
      />
      <CriterionPanel
        v-else-if="by.criterion.value !== null && work.attempts.length && work.rubric"
        :key="`${work.person_id} ${by.criterion.value}`"
        :work="work"
        :queue="queue"
        :criterion="by.criterion.value"
        :slug="slug"
        :id="id"
        @next="goOn"
      />
      <ScorePanel
        v-else
        :key="work.person_id"
        :work="work"
        :queue="queue"
        :slug="slug"
        :id="id"
        @next="(scored) => go(1, scored)"
        @previous="go(-1)"
      />
      <p class="mt-3 flex flex-wrap gap-x-4">
        <template v-if="handed">
          <UiButton look="text" @click="saying = 'comment'">{{ t("comments.go") }}</UiButton>
          <UiButton v-if="!handed.given_back" look="text" @click="saying = 'again'">{{
            t("again.go")
          }}</UiButton>
        </template>
        <UiButton look="text" @click="saying = 'record'">{{ t("recorded.go") }}</UiButton>
        <UiButton v-if="queue.can_release" look="text" @click="measuring = true">{{
          work.rubric ? t("rubric.by", { name: work.rubric.name }) : t("rubric.choose")
        }}</UiButton>
      </p>
    </aside>
    <CommentDialog
      v-if="work && saying === 'comment'"
      :key="work.person_id"
      :work="work"
      :slug="slug"
      :id="id"
      @close="saying = ''"
    />
    <RecordDialog
      v-if="work && saying === 'record'"
      :key="work.person_id"
      :work="work"
      :slug="slug"
      :id="id"
      @close="saying = ''"
    />
    <ReturnDialog
      v-if="work && saying === 'again'"
      :key="work.person_id"
      :work="work"
      :possible="queue.possible"
      :slug="slug"
      :id="id"
      @close="saying = ''"
    />
    <RubricDialog
      v-if="measuring && work"
      :slug="slug"
      :id="id"
      :title="queue.title"
      :present="work.rubric?.id ?? null"
      :possible="queue.possible"
      @close="measuring = false"
    />
    <UiDialog :open="releasing" :title="t('grading.releaseTitle')" @close="releasing = false">
      <p class="mb-4">{{ t("grading.releaseText", { n: queue.held }) }}</p>
      <UiButton look="main" @click="release">{{ t("grading.releaseGo") }}</UiButton>
      <UiButton look="text" @click="releasing = false">{{ t("app.cancel") }}</UiButton>
    </UiDialog>
  </div>
  <LoadingNote v-else />
</template>

<style scoped>
.page {
  display: flex;
  height: calc(100vh - 119px);
}
.side {
  width: 268px;
  flex: none;
  overflow-y: auto;
  border-right: 1px solid var(--rule);
  background: var(--band);
}
main {
  overflow-y: auto;
}
.score {
  width: 324px;
  flex: none;
  overflow-y: auto;
  padding: 20px;
  border-left: 1px solid var(--rule);
  background: var(--sheet);
}
@media (max-width: 1023px) {
  .page {
    flex-direction: column;
    height: auto;
    padding-bottom: 70px;
  }
  .side,
  .score {
    width: auto;
    max-height: 40vh;
    border: 0;
    border-bottom: 1px solid var(--rule);
  }
  .score {
    max-height: none;
  }
}
</style>
