<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";

/** 200 versions of the question, drawn and worked before anyone sees one. */
const { proof, busy } = defineProps<{ proof: Shapes["ProofOut"] | null; busy: boolean }>();
const emit = defineEmits<{ mend: [body: Shapes["Question"]] }>();
const { t, n } = useI18n();

const spread = computed(() => proof?.spread ?? null);
const tallest = computed(() => Math.max(1, ...(spread.value?.counts ?? [])));
const missing = computed(() => proof?.findings.some((f) => f.code === "no_value") ?? false);
const round = (value: number): string => n(value, { maximumSignificantDigits: 3 });
const oneIn = (chance: number | null, key: string): string =>
  chance === null ? t("proof.never") : t(key, { n: n(Math.round(1 / Math.max(chance, 1e-12))) });
const names = computed(() => Object.keys(proof?.examples[0]?.numbers ?? {}));
const fields = computed(() => Object.keys(proof?.examples[0]?.keys ?? {}));
const wrongs = (name: string): number => proof?.examples[0]?.wrong[name]?.length ?? 0;
</script>

<template>
  <section :aria-busy="busy" :aria-label="t('proof.proof')">
    <p v-if="!proof" class="text-soft">{{ t(busy ? "proof.running" : "proof.waiting") }}</p>
    <template v-else>
      <h2>{{ t("proof.title", { n: proof.drawn }) }}</h2>
      <p class="text-[14px] text-soft">{{ t("proof.before") }}</p>
      <figure v-if="spread" class="bars">
        <svg
          viewBox="0 0 240 60"
          preserveAspectRatio="none"
          role="img"
          :aria-label="t('proof.spread', { least: round(spread.least), most: round(spread.most) })"
        >
          <rect
            v-for="(count, at) in spread.counts"
            :key="at"
            :x="at * 10 + 0.6"
            :y="58 - (56 * count) / tallest"
            width="8.8"
            :height="(56 * count) / tallest"
            :class="{ marked: spread.marked.includes(at) }"
          />
        </svg>
        <figcaption class="figures">
          <span>{{ round(spread.least) }}</span>
          <span>{{ t("proof.theAnswer") }}</span>
          <span>{{ round(spread.most) }}</span>
        </figcaption>
      </figure>
      <p v-for="finding in proof.findings" :key="finding.code + finding.at" class="finding">
        {{ finding.words }}
        <template v-if="finding.fix">
          <b class="figures">{{ finding.fix.words }}</b>
          <UiButton look="text" @click="emit('mend', finding.fix.body as Shapes['Question'])">{{
            t("proof.doIt")
          }}</UiButton>
        </template>
      </p>
      <p v-if="!proof.findings.length" class="sound">{{ t("proof.sound") }}</p>
      <dl>
        <div v-if="!missing">
          <dt>{{ t("proof.missing") }}</dt>
          <dd class="figures">{{ n(0) }}</dd>
        </div>
        <div>
          <dt>{{ t("proof.twins", { n: proof.students }) }}</dt>
          <dd class="figures">{{ oneIn(proof.twins, "proof.chance") }}</dd>
        </div>
        <div v-if="proof.guess !== null">
          <dt>{{ t("proof.guess") }}</dt>
          <dd class="figures">{{ oneIn(proof.guess, "proof.oneIn") }}</dd>
        </div>
        <div v-if="proof.redrawn > 0.005">
          <dt>{{ t("proof.redrawn") }}</dt>
          <dd class="figures">{{ n(proof.redrawn, { maximumFractionDigits: 2 }) }}</dd>
        </div>
      </dl>
      <template v-if="proof.examples.length && names.length">
        <h3>{{ t("proof.five") }}</h3>
        <div class="frame" tabindex="0" role="region" :aria-label="t('proof.five')">
          <table class="ruled-table figures">
            <thead>
              <tr>
                <th v-for="name in names" :key="name">{{ name }}</th>
                <template v-for="name in fields" :key="name">
                  <th>{{ fields.length > 1 ? name : t("proof.theKey") }}</th>
                  <th v-for="at in wrongs(name)" :key="at">{{ t("proof.confused") }}</th>
                </template>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(one, row) in proof.examples" :key="row">
                <td v-for="name in names" :key="name">{{ one.numbers[name] }}</td>
                <template v-for="name in fields" :key="name">
                  <td>
                    <b>{{ one.keys[name] }}</b>
                  </td>
                  <td v-for="at in wrongs(name)" :key="at">{{ one.wrong[name]?.[at - 1] }}</td>
                </template>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </template>
  </section>
</template>

<style scoped>
h2 {
  font-size: 20px;
  font-weight: 700;
}
h3 {
  margin: 16px 0 4px;
  color: var(--ink-soft);
  font: 13px var(--font-sans);
}
.bars {
  margin: 10px 0;
}
.bars svg {
  display: block;
  width: 100%;
  height: 66px;
  border-bottom: 1px solid var(--ink);
}
.bars rect {
  fill: var(--span);
}
.bars .marked {
  fill: var(--late);
}
.bars figcaption {
  display: flex;
  justify-content: space-between;
  color: var(--ink-soft);
}
.finding {
  margin: 8px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--late);
  background: color-mix(in srgb, var(--late) 7%, var(--sheet));
  font-size: 14.5px;
}
.sound {
  margin: 8px 0;
  padding: 8px 12px;
  border-left: 4px solid var(--done);
}
dl div {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule-faint);
  font-size: 14px;
}
dd {
  font-weight: 700;
  text-align: right;
  white-space: nowrap;
}
.frame {
  overflow-x: auto;
}
.frame td,
.frame th {
  padding: 4px 8px;
  white-space: nowrap;
}
</style>
