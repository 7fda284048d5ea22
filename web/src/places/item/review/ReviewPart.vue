<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { readAnew, touched } from "@/api/reads";
import { isWalking } from "@/api/walk";
import { itemPath } from "@/frame/addresses";
import StateTile from "@/ui/tile/StateTile.vue";
import { useQueryClient } from "@tanstack/vue-query";
import type { OwnAction } from "../own";
import { useItemWrites } from "../queries";
import PartWaits from "../components/PartWaits.vue";
import { useMyReviews } from "./queries";
import ReviewForm from "./ReviewForm.vue";

/** Works of others that were drawn for the reader, one after the other. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const router = useRouter();
const queries = useQueryClient();
const id = () => page.row.id;
const walking = computed(() => isWalking(slug));
const mine = useMyReviews(
  () => slug,
  id,
  () => !walking.value,
);
const { data: reviews } = mine;
const writes = useItemWrites(() => slug, id);
const at = ref(0);
/** Those that were looked at stay, with what is typed in them. */
const visited = ref(new Set<number>());
const forms = ref(new Map<number, InstanceType<typeof ReviewForm>>());
const works = computed(() => reviews.value?.works ?? []);
const shown = computed(() => works.value.find((work) => work.position === at.value));
watch(at, (now) => visited.value.add(now));
watch(
  works,
  (found) => {
    const first = found.find((work) => !work.sent_at) ?? found[0];
    if (!at.value && first) at.value = first.position;
  },
  { immediate: true },
);

function keep(position: number, one: unknown): void {
  if (one) forms.value.set(position, one as InstanceType<typeof ReviewForm>);
}

/** On to the next that is not sent. */
async function onwards(): Promise<void> {
  const next = works.value.find((work) => !work.sent_at);
  if (next) at.value = next.position;
  await readAnew(queries, touched.doing(slug));
}

async function walkOn(): Promise<void> {
  const facts = await writes.walkHandIn();
  if (facts.next) await router.push(itemPath(slug, facts.next.id));
}

const action = computed((): OwnAction | null => {
  if (walking.value) return page.row.open && !page.row.done ? { label: t("walk.handIn"), run: walkOn } : null;
  const one = shown.value;
  const now = forms.value.get(at.value);
  return one && now && page.row.open && !one.sent_at ? { label: now.label, run: now.send } : null;
});
defineExpose({ action });
</script>

<template>
  <p v-if="walking" class="mt-4 text-soft">{{ t("review.walk") }}</p>
  <section v-else-if="reviews" class="mt-6" :aria-label="t('review.title')">
    <p v-if="!reviews.of_id" class="text-soft">{{ t("review.unset") }}</p>
    <p v-else-if="!works.length && !reviews.handed_in">
      {{ t("review.ownFirst") }}
      <RouterLink :to="itemPath(slug, reviews.of_id)">{{ reviews.of }}</RouterLink>
    </p>
    <p v-else-if="!works.length" class="text-soft">{{ t("review.soon") }}</p>
    <template v-else>
      <p class="text-[14px] text-soft">{{ t(reviews.anonymous ? "review.anonymous" : "review.named") }}</p>
      <ul class="my-3 flex flex-wrap gap-2">
        <li v-for="work in works" :key="work.position">
          <button
            type="button"
            class="pick"
            :class="{ on: work.position === at }"
            :aria-pressed="work.position === at"
            @click="at = work.position"
          >
            <StateTile
              :size="15"
              :tile="work.sent_at ? 'done' : work.edition ? 'started' : 'todo'"
              :word="t(work.sent_at ? 'review.sent' : work.edition ? 'review.begun' : 'review.open')"
            />
            {{
              work.author
                ? t("review.workOf", { n: work.position, author: work.author })
                : t("review.work", { n: work.position })
            }}
          </button>
        </li>
      </ul>
      <template v-for="work in works" :key="work.position">
        <ReviewForm
          v-if="visited.has(work.position)"
          v-show="work.position === at"
          :ref="(one) => keep(work.position, one)"
          :one="work"
          :reviews="reviews"
          :slug="slug"
          :id="page.row.id"
          :zone="page.zone"
          @sent="onwards"
        />
      </template>
    </template>
  </section>
  <PartWaits v-else :query="mine" />
</template>

<style scoped>
.pick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 34px;
  padding: 4px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
}
.on {
  background: var(--now-wash);
  box-shadow: inset 0 -3px 0 var(--now);
  font-weight: 650;
}
</style>
