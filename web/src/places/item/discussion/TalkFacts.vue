<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { postPath } from "@/frame/addresses";
import { useTimes } from "@/ui/moment/zones";
import { useTalk } from "./queries";
import { useTalkWish } from "./wish";

/** One's part in words, what it counts, who waits for an answer. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const { wish } = useTalkWish();
const { data: talk } = useTalk(
  () => slug,
  () => page.row.id,
  () => wish.value,
);
const times = useTimes(() => page.zone);
const part = computed(() => talk.value?.part);
const open = computed(() => part.value?.wants.filter((w) => w.have < w.count) ?? []);
const worth = computed(() =>
  (part.value?.wants ?? [])
    .map((w) => (w.each ? t(`talk.each.${w.what}`, { n: w.each }) : ""))
    .filter(Boolean)
    .join(", "),
);
const since = (iso: string): string =>
  times.value.isoDay(iso) === times.value.isoDay(talk.value?.now ?? iso)
    ? times.value.clock(iso)
    : times.value.day(iso);
</script>

<template>
  <div v-if="talk">
    <dl class="fact-list">
      <div v-if="part && part.wants.length">
        <dt>{{ t("talk.yourPart") }}</dt>
        <dd v-if="part.done">
          {{ t("talk.partDone") }}<span v-if="part.done_at">{{ times.moment(part.done_at) }}</span>
        </dd>
        <dd v-for="want in open" v-else :key="want.key">
          {{ t(`talk.toGo.${want.what}`, { n: want.count - want.have }, want.count - want.have) }}
          <span>{{ want.words }}</span>
          <span v-if="want.by">{{ t("talk.byMoment", { at: times.moment(want.by) }) }}</span>
        </dd>
      </div>
      <div v-if="part?.proposed">
        <dt>{{ t("talk.countsAs") }}</dt>
        <dd>
          {{ t("talk.soFar", { n: part.proposed, all: part.possible }) }}<span>{{ worth }}</span
          ><span>{{ t("talk.teacherSets") }}</span>
        </dd>
      </div>
      <div v-if="!talk.teaching || talk.rules.after_own || talk.rules.readers !== 'class'">
        <dt>{{ t("talk.whoReads") }}</dt>
        <dd>
          {{ t(`talk.readers.${talk.rules.readers}`) }}
          <span v-if="talk.rules.after_own">{{
            t(talk.teaching ? "talk.afterTheirs" : talk.waits_for_own ? "talk.afterOwn" : "talk.sinceOwn")
          }}</span>
        </dd>
      </div>
    </dl>
    <section v-if="talk.waiting.length && talk.rules.sort !== 'introductions'" class="part">
      <h2>{{ t("talk.waiting") }}</h2>
      <ul>
        <li v-for="one in talk.waiting" :key="one.id">
          <RouterLink :to="postPath(slug, page.row.id, one.id)">{{ one.author }}</RouterLink>
          <span class="ml-1 text-soft">{{ t("talk.sinceWhen", { at: since(one.at) }) }}</span>
        </li>
      </ul>
    </section>
    <details v-if="talk.rules.hints" class="part">
      <summary>{{ t("talk.hints") }}</summary>
      <p v-for="line in talk.rules.hints.split('\n')" :key="line" class="mt-1">{{ line }}</p>
    </details>
    <details v-if="!talk.shut" class="part plain">
      <summary>{{ t("talk.howPictures") }}</summary>
      <p class="mt-1">{{ t("talk.howPicturesText") }}</p>
    </details>
  </div>
</template>

<style scoped>
.part {
  margin-top: 14px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.plain {
  margin-top: 6px;
  padding-top: 0;
  border: 0;
}
h2 {
  font-size: 14px;
  font-weight: 650;
}
li {
  margin-top: 5px;
}
summary {
  min-height: 24px;
  color: var(--deep);
  cursor: pointer;
}
</style>
