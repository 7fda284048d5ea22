<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import { useWrong } from "@/frame/writes";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import BandReach from "../components/BandReach.vue";
import BandScale from "../components/BandScale.vue";
import HeardLine from "../components/HeardLine.vue";
import StandingItem from "../components/StandingItem.vue";
import TotalArithmetic from "../components/TotalArithmetic.vue";
import { useTrying } from "../model/trying";
import { useStanding, useStrips } from "../queries";

const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const { data: standing, error } = useStanding(() => slug);
const { data: strips } = useStrips(() => slug);
const how = ref(false);
const route = useRoute();
const router = useRouter();
/** What is shown beside the standing has an address: `?show=try` or `?show=reach`. */
const showing = computed(() => String(route.query.show ?? ""));
const trying = computed(() => showing.value === "try" && !isWalking(slug));
const {
  typed,
  tried,
  error: untried,
  type,
  stop,
  some,
} = useTrying(
  () => slug,
  () => showing.value !== "" && !isWalking(slug),
);
watch(trying, (on) => !on && stop());
const show = (what: string): void =>
  void router.push({ query: { ...route.query, show: showing.value === what ? undefined : what } });
/** The totals as they are, or as they would be. */
const totals = computed(() => {
  if (!standing.value) return null;
  const { current, floor, ceiling } = (trying.value && some.value && tried.value) || standing.value;
  return { ...standing.value, current, floor, ceiling };
});
const rowOf = computed(() => new Map(totals.value?.current.rows.map((row) => [row.category_id, row]) ?? []));
const arithmeticOf = (category: Shapes["CategoryRow"]): Shapes["Arithmetic"] =>
  rowOf.value.get(category.id) ?? category.arithmetic;
/** Which items drop out changes with what is tried. */
function asTried(category: Shapes["CategoryRow"], item: Shapes["ItemRow"]): Shapes["ItemRow"] {
  if (!trying.value || !some.value || !tried.value) return item;
  const dropped = arithmeticOf(category).dropped.find((one) => one.id === item.id);
  if (dropped) return { ...item, role: dropped.lowest ? "dropped_low" : "dropped_high" };
  return item.role.startsWith("dropped") ? { ...item, role: "counted" } : item;
}
const stripOf = computed(() => new Map((strips.value ?? []).map((s) => [s.item_id, s])));
</script>

<template>
  <NothingHere v-if="error && !standing" :message="wrong(error)" />
  <main v-else-if="standing && totals" id="content" class="px-3.5 pt-3.5 pb-24 sm:px-6">
    <h1 class="sr-only">{{ t("standing.title") }}</h1>
    <p
      v-if="standing.categories.length && !isWalking(slug)"
      class="no-print mb-2 flex flex-wrap justify-end gap-x-4"
    >
      <button type="button" class="doing" :aria-pressed="trying" @click="show('try')">
        {{ t("trying.try") }}
      </button>
      <button type="button" class="doing" :aria-pressed="showing === 'reach'" @click="show('reach')">
        {{ t("trying.reach") }}
      </button>
      <a class="doing" :href="`/api/courses/${slug}/standing/pdf`" download>{{ t("trying.pdf") }}</a>
    </p>
    <section v-if="trying" class="card trying mb-3 border-l-4 border-l-now px-5 py-2.5">
      <p class="flex flex-wrap items-center gap-x-4 gap-y-1">
        <b role="status">{{
          some && totals.current.value
            ? t("trying.now", {
                value: totals.current.value,
                band: totals.current.band ?? "",
                floor: totals.floor.value,
                ceiling: totals.ceiling.value,
              })
            : t("trying.line")
        }}</b>
        <span class="text-soft">{{ t("trying.hint") }}</span>
        <span class="ml-auto flex gap-2">
          <UiButton :disabled="!some" @click="stop">{{ t("trying.clear") }}</UiButton>
          <UiButton @click="show('try')">{{ t("trying.stop") }}</UiButton>
        </span>
      </p>
      <p v-if="untried" role="alert" class="text-late">{{ wrong(untried) }}</p>
    </section>
    <section class="card mb-3 grid gap-5 px-5 py-3.5 lg:grid-cols-[210px_1fr]">
      <div>
        <template v-if="totals.current.value">
          <div class="font-head text-[44px] leading-none font-bold tracking-tight">
            {{ totals.current.value
            }}<small class="ml-2 text-[20px] font-semibold">{{ totals.current.band }}</small>
          </div>
          <p class="mt-1.5 text-soft">{{ t("standing.currentLine", { share: totals.current.share }) }}</p>
          <p v-if="totals.current.waits" class="mt-1.5 text-soft">
            {{ t("standing.waits", { share: totals.current.waits }) }}
          </p>
        </template>
        <p v-else class="text-soft">{{ t("standing.nothing") }}</p>
        <button
          v-if="standing.categories.length"
          type="button"
          class="mt-1.5 min-h-6 text-deep hover:underline"
          @click="how = true"
        >
          {{ t("standing.how") }}
        </button>
      </div>
      <BandScale v-if="standing.bands.length" :standing="totals" />
    </section>
    <BandReach v-if="showing && tried" :reach="tried.reach" :ceiling="tried.ceiling.value" />
    <p v-if="!standing.categories.length" class="card p-5 text-soft">{{ t("standing.empty") }}</p>
    <div
      v-else
      class="card relative overflow-x-auto"
      role="region"
      :aria-label="t('standing.title')"
      tabindex="0"
    >
      <table class="w-full border-collapse text-[15px]">
        <thead>
          <tr>
            <th scope="col">{{ t("standing.categoryItem") }}</th>
            <th scope="col" class="wide">{{ t("standing.due") }}</th>
            <th scope="col">{{ t("standing.where") }}</th>
            <th scope="col" class="wide">{{ t("standing.class") }}</th>
            <th scope="col" class="f">{{ t("standing.score") }}</th>
            <th scope="col" class="f wide">{{ t("standing.weight") }}</th>
            <th scope="col" class="f wide">{{ t("standing.adds") }}</th>
          </tr>
        </thead>
        <tbody v-for="category in standing.categories" :key="category.id">
          <tr class="category">
            <th scope="row">
              {{ category.name }}
              <span v-if="category.drop_lowest" class="font-normal text-soft"
                >· {{ t("standing.dropsLow", { n: category.drop_lowest }, category.drop_lowest) }}</span
              >
              <span v-if="category.extra_credit" class="font-normal text-soft"
                >· {{ t("standing.extra") }}</span
              >
            </th>
            <td class="wide" />
            <td><HeardLine :items="category.items" :zone="standing.zone" :now="standing.now" /></td>
            <td class="wide" />
            <td class="f">
              {{
                arithmeticOf(category).percent === null
                  ? "–"
                  : `${arithmeticOf(category).numerator} / ${arithmeticOf(category).denominator}`
              }}
            </td>
            <td class="f wide">
              {{ arithmeticOf(category).weight }} %
              <template v-if="arithmeticOf(category).percent !== null">
                → {{ arithmeticOf(category).effective_weight }} %</template
              >
            </td>
            <td class="f wide">
              {{ arithmeticOf(category).percent === null ? "–" : arithmeticOf(category).contribution }}
            </td>
          </tr>
          <StandingItem
            v-for="item in category.items"
            :key="item.id"
            :item="asTried(category, item)"
            :slug="slug"
            :zone="standing.zone"
            :strip="stripOf.get(item.id)"
            :drops="category.arithmetic.of_items"
            :now="standing.now"
            :tried="trying ? (typed[item.id] ?? '') : null"
            @try="(points) => type(item.id, points)"
          />
          <tr v-if="!category.items.length">
            <td colspan="7" class="px-9 py-2 text-soft">{{ t("standing.noItems") }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <UiDialog :open="how" wide :title="t('standing.how')" @close="how = false">
      <TotalArithmetic :total="totals.current" :kind="t('standing.current')" shared />
      <TotalArithmetic :total="totals.floor" :kind="t('standing.floor')" />
      <TotalArithmetic :total="totals.ceiling" :kind="t('standing.ceiling')" />
      <p class="mb-4 text-[14px] text-soft">
        {{
          t("standing.spread", { on: t(standing.letters_on_rounded ? "standing.rounded" : "standing.exact") })
        }}
      </p>
      <UiButton @click="how = false">{{ t("app.close") }}</UiButton>
    </UiDialog>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.trying {
  position: sticky;
  top: 0;
  z-index: 5;
}
.doing {
  display: inline-flex;
  align-items: center;
  min-height: 28px;
  color: var(--deep);
}
.doing:hover,
.doing[aria-pressed="true"] {
  text-decoration: underline;
}
thead th {
  padding: 7px 10px;
  border-bottom: 1px solid var(--rule);
  color: var(--ink-soft);
  font-size: 12px;
  font-weight: 400;
  text-align: left;
  white-space: nowrap;
}
.category th,
.category td {
  height: 36px;
  padding: 0 10px;
  border-bottom: 1px solid var(--rule-faint);
  background: var(--band);
  font-weight: 650;
  text-align: left;
}
.category td.f {
  font: 650 13.5px var(--font-mono);
  white-space: nowrap;
}
.category td.f,
thead th.f {
  text-align: right;
}
@media screen and (max-width: 719px) {
  .wide {
    display: none;
  }
}
</style>
