<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { gradePath } from "@/frame/addresses";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import PartWaits from "../components/PartWaits.vue";
import { useReviewClass, useReviewWrites } from "./queries";

/** A peer review as those who teach find it: who reads what, how far readers are, what the works were given. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const id = () => page.row.id;
const reading = useReviewClass(() => slug, id);
const { data: found } = reading;
const writes = useReviewWrites(() => slug, id);
const form = ref({ of: 0, each: 2, anonymous: true });
const kept = ref("");
const typed = (): string => JSON.stringify(form.value);
useUnsaved(() => kept.value !== "" && typed() !== kept.value);
const refused = ref("");
const taking = ref(false);

watch(
  found,
  (now) => {
    if (!now || (kept.value && typed() !== kept.value)) return;
    form.value = { of: now.of_id ?? 0, each: now.each, anonymous: now.anonymous };
    kept.value = typed();
  },
  { immediate: true },
);

async function keep(): Promise<void> {
  refused.value = "";
  try {
    await writes.rules.mutateAsync(form.value);
    kept.value = typed();
    say(t("review.saved"));
  } catch (error) {
    refused.value = wrong(error);
  }
}

async function draw(): Promise<void> {
  try {
    const { readers } = await writes.draw.mutateAsync(null);
    say(readers ? t("review.drawn", { n: readers }, readers) : t("review.drawnNone"));
  } catch (error) {
    sayWrong(wrong(error));
  }
}

async function take(): Promise<void> {
  taking.value = false;
  try {
    const { people } = await writes.take.mutateAsync(null);
    say(t("review.taken", { n: people }, people));
  } catch (error) {
    sayWrong(wrong(error));
  }
}
defineExpose({ action: null });
</script>

<template>
  <section v-if="found" class="mt-6 grid gap-6">
    <form
      v-if="found.can_lay_out"
      class="card grid gap-3 px-4 py-3"
      :class="{ 'order-last': found.readers.length && !found.undrawn }"
      @submit.prevent="keep"
    >
      <h2 class="text-[18px] font-bold">{{ t("review.rules") }}</h2>
      <div class="grid gap-3 sm:grid-cols-2">
        <UiField v-slot="{ field }" :label="t('review.of')">
          <select :id="field" v-model.number="form.of" class="field">
            <option v-for="one in found.choices" :key="one.id" :value="one.id">{{ one.title }}</option>
          </select>
        </UiField>
        <UiField v-slot="{ field }" :label="t('review.each')">
          <input :id="field" v-model.number="form.each" class="field figures" type="number" min="1" max="5" />
        </UiField>
      </div>
      <UiCheck v-model="form.anonymous" :label="t('review.unsaid')" />
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <p>
        <UiButton type="submit">{{ t("review.keep") }}</UiButton>
      </p>
      <p class="text-[14px] text-soft">{{ t("review.drawHint") }}</p>
      <p v-if="found.undrawn" class="font-semibold">
        {{ t("review.undrawn", { n: found.undrawn }, found.undrawn) }}
      </p>
      <p>
        <UiButton :look="found.undrawn ? 'main' : 'plain'" @click="draw">{{ t("review.draw") }}</UiButton>
      </p>
    </form>
    <section>
      <h2 class="text-[18px] font-bold">{{ t("review.works") }}</h2>
      <p v-if="!found.works.length" class="text-soft">{{ t("review.nothing") }}</p>
      <table v-else class="list">
        <thead>
          <tr>
            <th scope="col">{{ t("review.author") }}</th>
            <th scope="col">{{ t("review.given") }}</th>
            <th scope="col" class="num">{{ t("review.meanHead") }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="work in found.works" :key="work.person_id">
            <td>
              <RouterLink v-if="found.of_id" :to="gradePath(slug, found.of_id, work.person_id)">{{
                work.names.join("; ")
              }}</RouterLink>
            </td>
            <td>
              <span class="figures">{{ work.given.join(" · ") || t("review.none") }}</span>
              <b v-if="work.far_apart" class="ml-2 text-late">{{ t("review.apart") }}</b>
            </td>
            <td class="num figures">{{ work.mean ?? "" }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.can_lay_out && found.possible && found.works.some((work) => work.mean)" class="mt-3">
        <UiButton look="main" @click="taking = true">{{ t("review.take") }}</UiButton>
      </p>
    </section>
    <section v-if="found.readers.length">
      <h2 class="text-[18px] font-bold">{{ t("review.readers") }}</h2>
      <table class="list">
        <tbody>
          <tr v-for="one in found.readers" :key="one.person_id">
            <th scope="row">{{ one.name }}</th>
            <td class="num" :class="{ 'text-soft': one.sent === one.of }">
              {{ t("review.sentOf", { sent: one.sent, of: one.of }) }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <UiDialog :open="taking" :title="t('review.takeTitle')" @close="taking = false">
      <p class="mb-4">{{ t("review.takeText") }}</p>
      <UiButton look="main" @click="take">{{ t("review.take") }}</UiButton>
      <UiButton look="text" @click="taking = false">{{ t("app.cancel") }}</UiButton>
    </UiDialog>
  </section>
  <PartWaits v-else :query="reading" />
</template>

<style scoped>
.list {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
}
.list th,
.list td {
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--rule);
  text-align: left;
  vertical-align: baseline;
}
.list tbody th {
  font-weight: 400;
}
.list .num {
  text-align: right;
}
</style>
