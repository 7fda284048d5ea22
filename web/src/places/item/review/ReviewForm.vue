<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import MarkedFile from "@/items/reading/MarkedFile.vue";
import { chosenOf } from "@/items/reading/measured";
import RubricPicker from "@/items/reading/RubricPicker.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import { useReviewWrites } from "./queries";

/** One work that was drawn for the reader, and what they say of it. */
const { one, reviews, slug, id, zone } = defineProps<{
  one: Shapes["ToRead"];
  reviews: Shapes["MyReviews"];
  slug: string;
  id: number;
  zone: string;
}>();
const emit = defineEmits<{ sent: [] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const wrong = useWrong();
const writes = useReviewWrites(
  () => slug,
  () => id,
);
const words = ref(one.words);
const points = ref(one.points ?? "");
const chosen = ref(chosenOf(one.measured, reviews.rubric));
const edition = ref(one.edition);
const refused = ref("");
const there = ref<{ edition: number; words: string } | null>(null);
const seen = ref("");
const typed = (): string => JSON.stringify([words.value, points.value, chosen.value]);
seen.value = typed();
let under: Promise<unknown> = Promise.resolve();
useUnsaved(
  () => typed() !== seen.value,
  () => under,
);

async function write(send: boolean): Promise<void> {
  refused.value = "";
  const sent = typed();
  try {
    const body = { words: words.value, points: String(points.value), chosen: chosen.value };
    const found = await writes.write.mutateAsync({
      position: one.position,
      body: { ...body, edition: edition.value, send },
    });
    const mine = found.works.find((work) => work.position === one.position);
    edition.value = mine?.edition ?? edition.value;
    if (typed() === sent && mine?.points) points.value = mine.points;
    seen.value = typed() === sent || points.value === mine?.points ? typed() : sent;
    there.value = null;
    const left = found.works.filter((work) => !work.sent_at).length;
    say(t(send ? (left ? "review.gone" : "review.last") : "review.kept", { n: left }));
    if (send) emit("sent");
  } catch (error) {
    refused.value = wrong(error);
    if (error instanceof Problem && error.code === "review.changed_elsewhere")
      there.value = { edition: Number(error.also.edition), words: String(error.also.words) };
  }
}

function save(send: boolean): Promise<unknown> {
  under = write(send);
  return under;
}

function settle(mine: boolean): void {
  if (!there.value) return;
  edition.value = there.value.edition;
  if (!mine) words.value = there.value.words;
  there.value = null;
  refused.value = "";
}

const label = computed(() => t(one.sent_at ? "review.change" : "review.sendOf", { n: one.position }));
defineExpose({ send: () => save(true), label });
</script>

<template>
  <article>
    <section class="card px-4 py-3">
      <p v-if="one.work.link" class="[overflow-wrap:anywhere]">
        <a :href="one.work.link" target="_blank" rel="noopener noreferrer">{{ one.work.link }}</a>
      </p>
      <p v-if="one.work.text" class="max-w-[72ch] [overflow-wrap:anywhere] whitespace-pre-wrap">
        {{ one.work.text }}
      </p>
      <div v-for="file in one.work.files" :key="file.id" class="py-1">
        <a :href="`${file.address}?show=1`" target="_blank" rel="noopener">{{ file.name }}</a>
        <MarkedFile class="mt-1" :file="file" :notes="[]" />
      </div>
    </section>
    <form class="mt-4 grid gap-3" @submit.prevent="save(true)">
      <h2 class="text-[17px] font-bold">{{ t("review.what") }}</h2>
      <RubricPicker v-if="reviews.rubric" v-model="chosen" :rubric="reviews.rubric" />
      <UiField v-slot="{ field }" :label="t('review.words')">
        <textarea :id="field" v-model="words" class="field" rows="6" maxlength="20000" />
      </UiField>
      <UiField
        v-if="reviews.possible"
        v-slot="{ field }"
        :label="t('review.points', { possible: reviews.possible })"
      >
        <input
          :id="field"
          v-model="points"
          class="field figures max-w-40"
          inputmode="decimal"
          autocomplete="off"
        />
        <span v-if="reviews.rubric?.most" class="ml-2 text-[13px] text-soft">{{ t("review.byLevels") }}</span>
      </UiField>
      <div v-if="refused" role="alert" class="text-late">
        <p>{{ refused }}</p>
        <template v-if="there">
          <p class="mt-1">{{ t("review.elsewhere") }}</p>
          <p class="my-1 border-l-2 border-rule pl-3 whitespace-pre-wrap text-ink">
            {{ there.words || "–" }}
          </p>
          <div class="flex gap-2">
            <UiButton @click="settle(false)">{{ t("review.takeTheirs") }}</UiButton>
            <UiButton @click="settle(true)">{{ t("review.keepMine") }}</UiButton>
          </div>
        </template>
      </div>
      <div class="flex flex-wrap items-center gap-2">
        <UiButton look="main" type="submit">{{ t(one.sent_at ? "review.change" : "review.send") }}</UiButton>
        <UiButton v-if="!one.sent_at" @click="save(false)">{{ t("review.save") }}</UiButton>
        <span v-if="one.sent_at" class="text-[14px] text-soft">{{
          t("review.isSent", { at: times.moment(one.sent_at) })
        }}</span>
      </div>
    </form>
  </article>
</template>
