<script setup lang="ts">
import { takeFiles } from "@/ui/field/events";
import { computed, ref, toRef } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { NoAnswer, wishKey, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { sayWrong } from "@/ui/notice/notices";
import { useTimes } from "@/ui/moment/zones";
import { useDraft } from "./draft";
import { useUploads } from "./uploads";
import { useItemWrites } from "../queries";
import AttemptList from "./AttemptList.vue";
import ConfirmHandIn from "./ConfirmHandIn.vue";
import FileList from "./FileList.vue";

const props = defineProps<{ page: Shapes["ItemPage"]; work: Shapes["MyWork"]; slug: string }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const stale = useStale();
const times = useTimes(() => props.page.zone);
const slug = () => props.slug;
const id = () => props.page.row.id;
const writes = useItemWrites(slug, id);
const draft = useDraft(slug, id, toRef(props, "work"));
const {
  uploads,
  waiting,
  refused,
  add,
  again: retry,
  drop: dropWaiting,
} = useUploads(slug, id, draft.attempt);
const over = ref(false);
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
const shown = computed(
  () => canHandIn.value && (!props.work.attempts.length || again.value || props.work.draft !== null),
);
const last = computed(() => props.work.attempts.at(-1));
const empty = computed(() => !files.value.length && !draft.text.value.trim());

function drop(event: DragEvent): void {
  over.value = false;
  void add(event.dataTransfer?.files ?? []);
}

function startAgain(text: string, comment = ""): void {
  again.value = true;
  draft.begin({ text, comment });
}

const choose = (event: Event) => void add(takeFiles(event));

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
    await draft.save();
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
    () =>
      shown.value && !empty.value && !uploads.value.length && !waiting.value.length && !draft.standing.value,
  ),
  open: ask,
  files,
  saved: draft.savedAt,
});
</script>

<template>
  <section class="mt-6" :aria-label="t('handIn.title')">
    <AttemptList v-if="work.attempts.length || work.score" :work="work" :zone="page.zone" />
    <p v-if="!brief.takes_hand_ins" class="text-soft">{{ t("handIn.paper") }}</p>
    <p v-else-if="!work.open" class="text-soft">
      {{ t("handIn.closed", { at: page.row.closes ? times.moment(page.row.closes) : "" }) }}
    </p>
    <p v-else-if="!canHandIn" class="text-soft">{{ t("handIn.none") }}</p>
    <div v-else-if="!shown" class="mt-3 flex flex-wrap gap-2">
      <UiButton @click="again = true">{{ t("handIn.again") }}</UiButton>
      <UiButton v-if="brief.takes_text && last?.text" @click="startAgain(last.text)">{{
        t("handIn.againFrom", { n: last.attempt })
      }}</UiButton>
    </div>
    <section v-if="draft.leftOver.value" class="card mt-3 border-late px-4 py-3">
      <h3 class="font-semibold">{{ t("handIn.leftOver") }}</h3>
      <p class="figures mt-1 whitespace-pre-wrap">{{ draft.leftOver.value.text }}</p>
      <p v-if="draft.leftOver.value.comment" class="mt-1">{{ draft.leftOver.value.comment }}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <UiButton
          v-if="canHandIn && !shown"
          @click="startAgain(draft.leftOver.value.text, draft.leftOver.value.comment)"
          >{{ t("handIn.againWithThis") }}</UiButton
        >
        <UiButton look="text" @click="draft.leftOver.value = null">{{ t("handIn.putAway") }}</UiButton>
      </div>
    </section>
    <template v-if="shown">
      <h2 class="mb-2 text-[18px] font-bold">{{ t("handIn.title") }}</h2>
      <section v-if="draft.standing.value" role="alert" class="card mb-3 border-late px-4 py-3">
        <h3 class="font-semibold">{{ t("handIn.elsewhere") }}</h3>
        <p class="figures my-2 max-h-60 overflow-y-auto border-l-2 border-rule pl-3 whitespace-pre-wrap">
          {{ draft.standing.value.text || "–" }}
        </p>
        <p v-if="draft.standing.value.comment" class="mb-2">{{ draft.standing.value.comment }}</p>
        <div class="flex flex-wrap gap-2">
          <UiButton @click="draft.settle(false)">{{ t("handIn.takeOther") }}</UiButton>
          <UiButton @click="draft.settle(true)">{{ t("handIn.keepMine") }}</UiButton>
        </div>
      </section>
      <UiField v-if="brief.takes_text" v-slot="{ field }" :label="t('handIn.text')">
        <textarea
          :id="field"
          v-model="draft.text.value"
          class="field figures !text-[15px]"
          rows="7"
          @input="draft.changed"
        />
      </UiField>
      <div
        v-if="brief.takes_files"
        class="drop"
        :class="{ over }"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="drop"
      >
        <label class="min-h-7 cursor-pointer font-semibold text-deep underline focus-within:outline-2">
          {{ t("handIn.add") }}<input type="file" multiple class="sr-only" @change="choose" />
        </label>
        <span class="text-soft">{{
          t("handIn.addHint", { n: brief.most_files, mb: brief.most_megabytes })
        }}</span>
      </div>
      <FileList
        :files="files"
        :uploads="uploads"
        :waiting="waiting"
        @remove="(file) => writes.removeFile.mutate(file)"
        @retry="retry"
        @drop="dropWaiting"
      />
      <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
      <UiField v-slot="{ field }" class="mt-3" :label="t('handIn.note')">
        <input
          :id="field"
          v-model="draft.comment.value"
          class="field"
          maxlength="5000"
          @input="draft.changed"
        />
      </UiField>
      <p class="mt-2 text-[14px]" role="status">
        <b>{{ t("handIn.notYet") }}</b>
        <span class="text-soft">
          ·
          <template v-if="draft.standing.value">{{ t("handIn.choose") }}</template>
          <template v-else-if="draft.state.value === 'unsaved'">{{ t("handIn.unsaved") }}</template>
          <template v-else-if="draft.state.value === 'saving'">{{ t("handIn.saving") }}</template>
          <template v-else-if="draft.savedAt.value">{{
            t("handIn.saved", { at: times.clock(draft.savedAt.value) })
          }}</template>
        </span>
      </p>
    </template>
    <ConfirmHandIn
      :open="confirming"
      :page="page"
      :work="work"
      :text="draft.text.value"
      :busy="sending"
      :problem="problem"
      @close="confirming = false"
      @confirm="confirm"
    />
  </section>
</template>

<style scoped>
.drop {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-top: 10px;
  padding: 12px 14px;
  border: 1.5px dashed var(--span);
  border-radius: 4px;
  background: var(--sheet);
}
.over {
  border-color: var(--deep);
  background: var(--wash);
}
</style>
