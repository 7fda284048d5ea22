<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** What each band needs: nothing more, a share of all that is left, or more than can be had. */
const { reach, ceiling } = defineProps<{ reach: Shapes["BandReach"][]; ceiling: string | null }>();
const { t } = useI18n();
const words = (one: Shapes["BandReach"]): string => {
  if (one.outlook === "certain") return t("trying.certain");
  if (one.outlook === "out_of_reach") return t("trying.out", { ceiling });
  return t("trying.needs", { share: one.share });
};
</script>

<template>
  <section class="card mb-3 px-5 py-3.5" :aria-label="t('trying.reach')">
    <h2 class="font-semibold">{{ t("trying.reach") }}</h2>
    <p class="mb-2 text-[14px] text-soft">{{ t("trying.reachHint") }}</p>
    <p v-if="!reach.length" class="text-soft">{{ t("trying.nothing") }}</p>
    <dl class="reach">
      <template v-for="one in reach" :key="one.band">
        <dt>
          <b>{{ one.band }}</b>
          <span class="figures ml-2 text-soft">{{ t("trying.from", { n: one.lower }) }}</span>
        </dt>
        <dd>
          <span class="bar" aria-hidden="true">
            <span
              v-if="one.outlook !== 'out_of_reach'"
              :style="{ width: `${one.outlook === 'certain' ? 0 : Number(one.share)}%` }"
            />
          </span>
          <span :class="{ 'text-soft': one.outlook === 'out_of_reach' }">{{ words(one) }}</span>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.reach {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 18px;
  align-items: center;
}
@media screen and (min-width: 1100px) {
  .reach {
    grid-template-columns: auto 1fr auto 1fr;
  }
}
.reach dd {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
}
.bar {
  position: relative;
  width: min(160px, 40vw);
  height: 10px;
  border: 1px solid var(--rule);
  background: var(--hatch);
}
.bar span {
  position: absolute;
  inset: 0 auto 0 0;
  border-right: 2px solid var(--deep);
  background: color-mix(in srgb, var(--deep) 25%, transparent);
}
</style>
