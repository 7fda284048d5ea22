<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";
import MeasuredList from "./MeasuredList.vue";

/** What other students said of a work. */
const { found, zone, own } = defineProps<{ found: Shapes["PeerReadings"]; zone: string; own: boolean }>();
const { t } = useI18n();
const times = useTimes(() => zone);
</script>

<template>
  <section v-if="found.readings.length || found.waits" class="card mt-3 px-4 py-3">
    <h2 class="text-[17px] font-bold">{{ t(own ? "review.yours" : "review.theirs") }}</h2>
    <p v-if="found.waits" class="text-soft">
      {{
        found.waits_until
          ? t("review.waitsUntil", { at: times.moment(found.waits_until) })
          : t("review.waits")
      }}
    </p>
    <p v-if="found.mean && found.possible && found.readings.length > 1" class="mt-1">
      <b class="figures">{{ t("review.mean", { mean: found.mean, possible: found.possible }) }}</b>
      <b v-if="found.far_apart && !own" class="ml-2 text-late">{{ t("review.apart") }}</b>
    </p>
    <article v-for="(one, n) in found.readings" :key="n" class="mt-2 border-t border-rule-faint pt-2">
      <p class="flex flex-wrap gap-x-3 text-[14px]">
        <b>{{ t("review.by", { reader: one.reader, at: times.moment(one.sent_at) }) }}</b>
        <span v-if="one.points && found.possible" class="figures">{{
          t("review.gave", { points: one.points, possible: found.possible })
        }}</span>
      </p>
      <p v-if="one.words" class="mt-1 max-w-[72ch] whitespace-pre-wrap">{{ one.words }}</p>
      <MeasuredList v-if="one.measured" class="mt-1" :measured="one.measured" />
    </article>
  </section>
</template>
