<script setup lang="ts">
import { computed, ref, toRef, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { NoAnswer, wishKey, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import PeerReadings from "@/items/reading/PeerReadings.vue";
import RubricTable from "@/items/reading/RubricTable.vue";
import UiButton from "@/ui/button/UiButton.vue";
import { sayWrong } from "@/ui/notice/notices";
import { useTimes } from "@/ui/moment/zones";
import { useDraft } from "./draft";
import { usePhotos } from "./photos";
import { useItemWrites, useOwnReadings } from "../queries";
import AttemptList from "./AttemptList.vue";
import DraftForm from "./DraftForm.vue";
import ConfirmHandIn from "./ConfirmHandIn.vue";
import TogetherCard from "./TogetherCard.vue";

const props = defineProps<{ page: Shapes["ItemPage"]; work: Shapes["MyWork"]; slug: string }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const stale = useStale();
const times = useTimes(() => props.page.zone);
const slug = () => props.slug;
const id = () => props.page.row.id;
const writes = useItemWrites(slug, id);
const { data: readings } = useOwnReadings(slug, id, () => props.work.attempts.length > 0);
const draft = useDraft(slug, id, toRef(props, "work"));
const { takeAgain } = usePhotos(slug, id, toRef(props, "work"), draft.attempt);
const form = useTemplateRef<InstanceType<typeof DraftForm>>("form");
const confirming = ref(false);
const again = ref(false);
const sending = ref(false);
const problem = ref("");

const brief = computed(() => props.work.brief);
const files = computed(() => props.work.draft?.files ?? []);
const left = computed(() => props.work.attempts_left);
const canHandIn = computed(
  () => props.work.open && brief.value.takes_hand_ins && (left.value === null || left.value > 0),
);
const last = computed(() => props.work.attempts.at(-1));
const shown = computed(() => canHandIn.value && (!last.value || again.value || props.work.draft !== null));
const savedAt = computed(() => draft.savedAt.value || props.work.draft?.saved_at);
const savedBy = computed(() =>
  savedAt.value === props.work.draft?.saved_at ? props.work.draft?.saved_by : "",
);
const pages = computed(() => props.work.draft?.photos ?? []);
const typed = computed(() => !!(draft.text.value.trim() || draft.link.value.trim()));
const empty = computed(() => !files.value.length && !pages.value.length && !typed.value);

function startAgain(from: { text: string; comment?: string; link?: string }): void {
  again.value = true;
  draft.begin({ comment: "", link: "", ...from });
}

async function startWithPages(): Promise<void> {
  again.value = true;
  await takeAgain();
}

function ask(): void {
  problem.value = "";
  confirming.value = true;
}

/** The same attempt in the same edition is one wish, however often it is pressed: an answer that was lost comes again. */
let wish = { attempt: 0, edition: 0, key: "" };
function wishNow(): typeof wish {
  const [attempt, edition] = [draft.attempt.value, draft.edition.value];
  if (wish.attempt !== attempt || wish.edition !== edition) wish = { attempt, edition, key: wishKey() };
  return wish;
}

async function confirm(): Promise<void> {
  problem.value = "";
  sending.value = true;
  let sent = false;
  try {
    await Promise.all([draft.save(), form.value?.done()]);
    if (draft.state.value === "unsaved" && !draft.standing.value) throw new NoAnswer();
    if (draft.state.value !== "saved") throw new Error();
    sent = true;
    const receipt = await writes.handIn.mutateAsync(wishNow());
    confirming.value = false;
    again.value = false;
    await router.push({ name: "receipt", params: { number: receipt.number }, query: { fresh: "1" } });
  } catch (error) {
    // The question stays: nobody goes away believing that it was handed in.
    if (error instanceof NoAnswer)
      return void (problem.value = t(sent ? "handIn.noReceipt" : "handIn.notHandedIn"));
    confirming.value = false;
    if (draft.standing.value === null)
      sayWrong(draft.state.value === "saved" ? wrong(error) : t("handIn.unsaved"));
    await stale(touched.started(props.slug, id()));
  } finally {
    sending.value = false;
  }
}

defineExpose({
  ready: computed(
    () => shown.value && !empty.value && (form.value?.settled ?? true) && !draft.standing.value,
  ),
  open: ask,
  files,
  pages,
  saved: draft.savedAt,
});
</script>

<template>
  <section class="mt-6" :aria-label="t('handIn.title')">
    <AttemptList v-if="work.attempts.length || work.score" :work="work" :page="page" />
    <PeerReadings v-if="readings" class="mb-4" :found="readings" :zone="page.zone" own />
    <RubricTable v-if="work.rubric" class="mb-5" :rubric="work.rubric" />
    <p v-if="!brief.takes_hand_ins" class="text-soft">{{ t("handIn.paper") }}</p>
    <p v-else-if="!work.open" class="text-soft">
      {{ t("handIn.closed", { at: page.row.closes ? times.moment(page.row.closes) : "" }) }}
    </p>
    <p v-else-if="!canHandIn" class="text-soft">{{ t("handIn.none") }}</p>
    <div v-else-if="!shown" class="mt-3 flex flex-wrap gap-2">
      <UiButton @click="again = true">{{ last?.given_back ? t("again.start") : t("handIn.again") }}</UiButton>
      <UiButton
        v-if="brief.takes_text && last?.text"
        @click="startAgain({ text: last.text, link: last.link })"
        >{{ t("handIn.againFrom", { n: last.attempt }) }}</UiButton
      >
      <UiButton v-if="brief.takes_photos && last && work.photos_before" @click="startWithPages">{{
        t("photos.again", { n: work.photos_before, attempt: last.attempt }, work.photos_before)
      }}</UiButton>
    </div>
    <section v-if="draft.leftOver.value" class="card mt-3 border-late px-4 py-3">
      <h3 class="font-semibold">{{ t("handIn.leftOver") }}</h3>
      <p class="figures mt-1 whitespace-pre-wrap">{{ draft.leftOver.value.text }}</p>
      <p v-if="draft.leftOver.value.comment" class="mt-1">{{ draft.leftOver.value.comment }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <UiButton v-if="canHandIn && !shown" @click="startAgain(draft.leftOver.value)">{{
          t("handIn.againWithThis")
        }}</UiButton>
        <UiButton look="text" @click="draft.leftOver.value = null">{{ t("handIn.putAway") }}</UiButton>
      </div>
    </section>
    <template v-if="shown">
      <h2 class="mb-2 text-[18px] font-bold">{{ t("handIn.title") }}</h2>
      <section v-if="draft.standing.value" role="alert" class="card mb-3 border-late px-4 py-3">
        <h3 class="font-semibold">
          {{
            draft.standing.value.by
              ? t("together.elsewhere", { name: draft.standing.value.by })
              : t("handIn.elsewhere")
          }}
        </h3>
        <p class="figures my-2 max-h-60 overflow-y-auto border-l-2 border-rule pl-3 whitespace-pre-wrap">
          {{ draft.standing.value.text || "–" }}
        </p>
        <p v-if="draft.standing.value.link" class="mb-2">{{ draft.standing.value.link }}</p>
        <p v-if="draft.standing.value.comment" class="mb-2">{{ draft.standing.value.comment }}</p>
        <div class="flex flex-wrap gap-2">
          <UiButton @click="draft.settle(false)">{{ t("handIn.takeOther") }}</UiButton>
          <UiButton @click="draft.settle(true)">{{ t("handIn.keepMine") }}</UiButton>
        </div>
      </section>
      <TogetherCard :work="work" />
      <DraftForm ref="form" :work="work" :slug="props.slug" :id="page.row.id" :draft="draft" />
      <p class="mt-2 text-[14px]" role="status">
        <b>{{ t("handIn.notYet") }}</b>
        <span
          v-if="savedAt || draft.standing.value || ['unsaved', 'saving'].includes(draft.state.value)"
          class="text-soft"
        >
          ·
          <template v-if="draft.standing.value">{{ t("handIn.choose") }}</template>
          <template v-else-if="draft.state.value === 'unsaved'">{{ t("handIn.unsaved") }}</template>
          <template v-else-if="draft.state.value === 'saving'">{{ t("handIn.saving") }}</template>
          <template v-else-if="savedAt && savedBy">{{
            t("together.saved", { at: times.clock(savedAt), name: savedBy })
          }}</template>
          <template v-else-if="savedAt">{{ t("handIn.saved", { at: times.clock(savedAt) }) }}</template>
        </span>
      </p>
    </template>
    <ConfirmHandIn
      :open="confirming"
      :page="page"
      :work="work"
      :text="draft.text.value"
      :link="draft.link.value.trim()"
      :busy="sending"
      :problem="problem"
      @close="confirming = false"
      @confirm="confirm"
    />
  </section>
</template>
