<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { RouterLink } from "vue-router";
import { gradePath, itemPath } from "@/frame/addresses";
import { useKinds } from "@/frame/kinds";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import StateTile from "@/ui/tile/StateTile.vue";
import { CELL_TILES } from "../model/tiles";
import { useCell } from "../queries";
import type { Sheet } from "../model/use-sheet";

const { slug, zone, item, person, sheet } = defineProps<{
  slug: string;
  zone: string;
  item: number;
  person: number;
  sheet: Sheet;
}>();
const emit = defineEmits<{ next: []; edit: [] }>();
const { t } = useI18n();
const kinds = useKinds();
const wrong = useWrong();
const times = useTimes(() => zone);
const { data: cell, error } = useCell(
  () => slug,
  () => item,
  () => person,
);
const pending = computed(() => sheet.pendingAt(item, person));
const last = computed(() => cell.value?.attempts[cell.value.attempts.length - 1]);
const work = computed(() => {
  const path = cell.value ? kinds.scorePath(cell.value.kind, slug, item) : "";
  return path === gradePath(slug, item) ? gradePath(slug, item, person) : path;
});
const most = computed(() => Math.max(1, ...(cell.value?.of_class.bins ?? [])));
const again = (above: boolean) => sheet.put([{ item, person, text: pending.value?.text ?? "", above }]);

function said(change: Shapes["CellChange"]): string {
  const words = t(`gradebook.change.${change.what}`, {
    before: change.before ?? "",
    after: change.after ?? "",
  });
  const why = change.why ? `, “${change.why}”` : "";
  return `${times.value.moment(change.at)} · ${words}${why}, ${change.who}`;
}
</script>

<template>
  <aside class="card panel" :aria-label="t('gradebook.panel')">
    <p v-if="error && !cell" class="text-soft">{{ wrong(error) }}</p>
    <template v-else-if="cell">
      <h2 class="text-[17px] font-bold">{{ cell.title }}</h2>
      <p class="text-soft">
        {{ cell.name }}<template v-if="cell.section"> · {{ cell.section }}</template>
      </p>
      <div v-if="pending && !pending.sending" class="refused" role="alert">
        <p>{{ pending.words }}</p>
        <div class="mt-2 flex flex-wrap gap-2">
          <UiButton v-if="pending.above" look="main" @click="again(true)">{{
            t("gradebook.meant")
          }}</UiButton>
          <UiButton v-else-if="pending.meanwhile" look="main" @click="again(false)">{{
            t("gradebook.mine", { text: pending.text || "–" })
          }}</UiButton>
          <UiButton v-else look="main" @click="emit('edit')">{{ t("gradebook.typeAgain") }}</UiButton>
          <UiButton @click="sheet.drop(item, person)">{{ t("gradebook.keepTheirs") }}</UiButton>
        </div>
      </div>
      <p class="my-3 flex items-baseline gap-2">
        <b class="text-[26px]">{{ cell.counts ?? "–" }}</b>
        <span class="text-soft"
          >{{ t("gradebook.ofPoints", { possible: cell.possible })
          }}<template v-if="cell.percent"> · {{ cell.percent }} %</template></span
        >
      </p>
      <p class="mb-2 flex items-center gap-2">
        <StateTile v-if="CELL_TILES[cell.state]" :tile="CELL_TILES[cell.state]!" :size="16" />{{
          t(`gradebook.state.${cell.state}`)
        }}
      </p>
      <dl>
        <template v-for="attempt in cell.attempts" :key="attempt.number">
          <dt>
            {{
              cell.attempts.length > 1 ? t("gradebook.givenFor", { n: attempt.number }) : t("grading.given")
            }}
          </dt>
          <dd>{{ attempt.raw }}</dd>
          <template v-if="attempt.recorded !== null">
            <dt>{{ t("grading.recorded", { table: attempt.table }) }}</dt>
            <dd>{{ attempt.recorded }}</dd>
          </template>
          <template v-if="attempt.deduction">
            <dt>
              {{
                cell.late_per && cell.attempts.length === 1
                  ? t("gradebook.lateFor", {
                      units: cell.late_units,
                      per: t(`standing.perUnits.${cell.late_per}`, cell.late_units),
                      percent: cell.late_percent,
                    })
                  : t("gradebook.late")
              }}
            </dt>
            <dd>− {{ attempt.deduction }}</dd>
          </template>
        </template>
        <template v-if="cell.counts !== null && (cell.attempts.length > 1 || last?.deduction)">
          <dt>{{ t("grading.counts") }}</dt>
          <dd>{{ cell.counts }}</dd>
        </template>
        <template v-if="cell.receipt">
          <dt>{{ t("gradebook.receipt") }}</dt>
          <dd>{{ cell.receipt }}</dd>
        </template>
        <template v-if="last?.handed_in_at">
          <dt>{{ t("gradebook.handedIn") }}</dt>
          <dd>{{ times.moment(last.handed_in_at) }}</dd>
        </template>
        <template v-if="cell.due">
          <dt>{{ t("gradebook.due") }}</dt>
          <dd>{{ times.moment(cell.due) }}</dd>
        </template>
      </dl>
      <p v-if="cell.source" class="mt-2" :class="{ 'text-late': cell.source.differs }">
        {{
          t(cell.source.differs ? "gradebook.sourceDiffers" : "gradebook.source", {
            system: cell.source.system,
            theirs: cell.source.theirs ?? "–",
            at: times.moment(cell.source.at),
            received: times.moment(cell.source.received_at),
          })
        }}
        <RouterLink v-if="cell.source.differs" class="underline" :to="itemPath(slug, item)">{{
          t("gradebook.sideBySide")
        }}</RouterLink>
      </p>
      <p v-if="last?.comment" class="mt-2 whitespace-pre-line">{{ last.comment }}</p>
      <div class="mt-3 flex flex-wrap gap-2">
        <UiButton v-if="work" look="main" :to="work">{{ t("gradebook.openWork") }}</UiButton>
        <UiButton @click="emit('next')">{{ t("gradebook.nextWaiting") }}</UiButton>
      </div>
      <section v-if="cell.of_class.n" class="mt-4">
        <h3 class="font-semibold">{{ t("gradebook.class", { n: cell.of_class.n }, cell.of_class.n) }}</h3>
        <div
          class="bars"
          role="img"
          :aria-label="
            t('gradebook.classSaid', {
              mean: cell.of_class.mean,
              median: cell.of_class.median,
              possible: cell.possible,
            })
          "
        >
          <i
            v-for="(n, bin) in cell.of_class.bins"
            :key="bin"
            :class="{ own: bin === cell.of_class.own }"
            :style="{ height: `${n ? Math.max(6, (100 * n) / most) : 2}%` }"
          />
        </div>
        <p class="figures flex justify-between text-[11px] text-soft">
          <span>{{ "0" }}</span><span>{{ t("gradebook.mean", { mean: cell.of_class.mean }) }}</span
          ><span>{{ cell.possible }}</span>
        </p>
      </section>
      <section v-if="cell.history.length" class="mt-4">
        <h3 class="font-semibold">{{ t("gradebook.history") }}</h3>
        <ul class="text-[13px] leading-normal text-soft">
          <li v-for="(change, n) in cell.history" :key="n">{{ said(change) }}</li>
        </ul>
      </section>
    </template>
  </aside>
</template>

<style scoped>
.panel {
  padding: 14px 16px;
  overflow-y: auto;
  font-size: 14px;
}
.refused {
  margin-top: 10px;
  padding: 10px 12px;
  border-left: 4px solid var(--late);
  background: var(--now-wash);
}
dl {
  display: grid;
  grid-template-columns: auto auto;
}
dt,
dd {
  padding: 4px 0;
  border-bottom: 1px solid var(--rule-faint);
}
dd {
  font-family: var(--font-mono);
  font-size: 13px;
  text-align: right;
}
.bars {
  display: flex;
  align-items: flex-end;
  gap: 3px;
  height: 54px;
  margin: 8px 0 2px;
}
.bars i {
  flex: 1;
  background: var(--span-done);
}
.bars .own {
  background: var(--deep);
}
</style>
