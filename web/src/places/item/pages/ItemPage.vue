<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { computed, defineAsyncComponent, onUnmounted, ref, unref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { Problem } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { itemPath, stepPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useKeys } from "@/frame/shortcuts";
import { shownStep } from "@/frame/step";
import { useGrading, useItem } from "@/items/settings";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import FactColumn from "../components/FactColumn.vue";
import FootBar from "../components/FootBar.vue";
import TaughtActs from "../components/TaughtActs.vue";
import ItemBody from "../components/ItemBody.vue";
import LockedItem from "../components/LockedItem.vue";
import PathColumn from "../components/PathColumn.vue";
import { OWN_FACTS, OWN_PARTS, TAUGHT_PARTS, type OwnPart } from "../own";
import { useChanges, useItemWrites } from "../queries";

const AllowanceDialog = defineAsyncComponent(() => import("@/items/components/AllowanceDialog.vue"));
const ItemSettings = defineAsyncComponent(() => import("@/items/components/ItemSettings.vue"));

const { slug, id } = defineProps<{ slug: string; id: number }>();
const { t } = useI18n();
const kinds = useKinds();
const router = useRouter();
const wrong = useWrong();
const { data: page, error } = useItem(
  () => slug,
  () => id,
);
const kind = computed(() => kinds.kindOf(page.value?.row.kind));
const scored = computed(() => (page.value ? kinds.scorePath(page.value.row.kind, slug, id) : ""));
const ownPart = computed(() =>
  page.value ? (page.value.teaching ? TAUGHT_PARTS : OWN_PARTS)[page.value.row.kind] : undefined,
);
const ownFacts = computed(() => page.value && OWN_FACTS[page.value.row.kind]);
const { data: grading } = useGrading(
  () => slug,
  () => id,
  () => page.value !== undefined,
);
const writes = useItemWrites(
  () => slug,
  () => id,
);
const own = useTemplateRef<OwnPart>("own");
const action = computed(() => unref(own.value?.action) ?? null);
const settings = ref(false);
const allowing = ref(false);
const noted = ref(0);

watch(
  page,
  (found) => {
    if (!found) return;
    shownStep.value = found.step;
    if (!found.teaching && found.row.id === id && noted.value !== id) {
      noted.value = id;
      writes.opened.mutate(null);
    }
  },
  { immediate: true },
);
onUnmounted(() => (shownStep.value = ""));

const place = computed(() => {
  if (!page.value) return "";
  const step = t(page.value.dated ? "item.stepWeek" : "item.stepModule", { n: page.value.step });
  return t("item.place", {
    step,
    n: page.value.row.number,
    all: page.value.module.rows.filter((r) => !kinds.kindOf(r.kind)?.heading).length,
    kind: kinds.word(page.value.row.kind),
  });
});
const asksFor = (rule: string) =>
  page.value?.done_rule === rule || (page.value?.done_parts.some((p) => p.rule === rule) ?? false);
const canTick = computed(() => asksFor("ticked") && !page.value?.teaching && page.value?.row.open === true);
const mustAgree = computed(() => {
  const found = page.value;
  return found?.row.kind === "acknowledgement" && !found.teaching && !found.row.done && found.row.open;
});

const { data: changes } = useChanges(
  () => slug,
  () => id,
  () => (mustAgree.value ? (page.value?.acknowledged_edition ?? 0) : 0),
  () => 0,
);
function toStep(): void {
  if (page.value) void router.push(stepPath(slug, page.value.step, page.value.dated));
}

/** Finishing an item goes on to the next open one with the same key. */
async function finish(done: boolean): Promise<void> {
  const facts = await writes.tick.mutateAsync(done);
  if (done && facts.next) await router.push(itemPath(slug, facts.next.id));
  else if (done) toStep();
}

async function agree(): Promise<void> {
  const facts = await writes.acknowledge.mutateAsync(page.value?.edition ?? 0);
  if (facts.next) await router.push(itemPath(slug, facts.next.id));
  else toStep();
}

// Where people talk, j and k lead from post to post.
const along = () => ({
  j: () => page.value?.next && void router.push(itemPath(slug, page.value.next.id)),
  k: () => page.value?.previous && void router.push(itemPath(slug, page.value.previous.id)),
});
useKeys(() => ({
  ...(kind.value?.talks ? {} : along()),
  d: () => canTick.value && !page.value?.row.done && void finish(true),
}));
</script>

<template>
  <LockedItem v-if="error instanceof Problem && error.status === 403" :problem="error" :slug="slug" />
  <NothingHere v-else-if="error && !page" :message="wrong(error)" />
  <div v-else-if="page" :key="page.row.id" class="flex min-h-[calc(100vh-118px)] flex-col lg:flex-row">
    <PathColumn :page="page" :slug="slug" />
    <div class="flex min-w-0 flex-1 flex-col">
      <main id="content" class="min-w-0 flex-1 px-3.5 pt-4 pb-10 sm:px-11 sm:pt-5">
        <p class="text-[14px] text-soft">{{ place }}</p>
        <h1 class="mb-3 text-[24px] leading-tight font-bold [overflow-wrap:anywhere] sm:text-[28px]">
          {{ page.row.title }}
        </h1>
        <p
          v-if="!page.row.published && page.teaching"
          class="mb-3 inline-block rounded border border-rule px-2 text-[14px] text-soft"
        >
          {{ t("item.hidden") }}
        </p>
        <p v-if="mustAgree && page.acknowledged_edition" role="status" class="mb-3 font-semibold">
          {{ t("item.changedSince") }}
        </p>
        <details v-if="mustAgree && changes" class="mb-4 border border-rule p-3">
          <summary class="cursor-pointer font-semibold">
            {{ t("item.sinceRead", { n: page.acknowledged_edition }) }}
          </summary>
          <RichText :html="changes.html" class="mt-3" />
        </details>
        <FactColumn class="lg:hidden" :page="page" :grading="grading" :slug="slug" />
        <ItemBody :page="page" :slug="slug" />
        <component :is="ownPart" v-if="ownPart" ref="own" :page="page" :slug="slug" />
        <component :is="ownFacts" v-if="ownFacts" class="mt-6 lg:hidden" :page="page" :slug="slug" />
        <p v-if="page.row.kind === 'acknowledgement' && page.row.done" class="mt-6 text-soft">
          {{ t("item.acknowledged", { edition: page.acknowledged_edition }) }}
        </p>
      </main>
      <FootBar :page="page" :slug="slug">
        <template v-if="page.teaching">
          <TaughtActs
            v-if="page.can_lay_out"
            :id="id"
            :slug="slug"
            @allow="allowing = true"
            @set="settings = true"
          />
          <UiButton v-if="scored && page.row.points" :look="kind?.talks ? 'plain' : 'main'" :to="scored">{{
            t(kind?.talks ? "talk.scoreParts" : kind?.puts_questions ? "quiz.toClass" : "grading.go")
          }}</UiButton>
          <UiButton v-if="action" look="main" @click="action.run()">{{ action.label }}</UiButton>
        </template>
        <UiButton
          v-else-if="mustAgree"
          look="main"
          :disabled="writes.acknowledge.isPending.value"
          @click="agree"
          >{{ t("item.acknowledge") }}</UiButton
        >
        <template v-else-if="canTick">
          <UiButton v-if="page.row.done" @click="finish(false)">{{ t("item.untick") }}</UiButton>
          <UiButton v-else look="main" :disabled="writes.tick.isPending.value" @click="finish(true)">{{
            t("item.tick")
          }}</UiButton>
        </template>
        <UiButton v-else-if="action" look="main" @click="action.run()">{{ action.label }}</UiButton>
      </FootBar>
    </div>
    <FactColumn class="hidden lg:block" :page="page" :grading="grading" :slug="slug">
      <component :is="ownFacts" v-if="ownFacts" :page="page" :slug="slug" />
    </FactColumn>
    <AllowanceDialog v-if="allowing" :slug="slug" :item-id="id" @close="allowing = false" />
    <ItemSettings v-if="settings" :slug="slug" :id="id" @close="settings = false" />
  </div>
  <LoadingNote v-else />
</template>
