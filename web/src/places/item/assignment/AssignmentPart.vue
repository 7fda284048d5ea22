<script setup lang="ts">
import { computed, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { isWalking } from "@/api/walk";
import { itemPath } from "@/frame/addresses";
import { useItemWrites, useMyWork } from "../queries";
import type { OwnAction } from "../own";
import PartWaits from "../components/PartWaits.vue";
import HandInPanel from "./HandInPanel.vue";
import WalkScore from "./WalkScore.vue";

/** An assignment's own part for its students: draft, attempts, handing in; in a walk-through, only that it is done. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const router = useRouter();
const id = () => page.row.id;
const walking = computed(() => isWalking(slug));
const mine = useMyWork(
  () => slug,
  id,
  () => !walking.value,
);
const { data: work } = mine;
const writes = useItemWrites(() => slug, id);
const panel = useTemplateRef<InstanceType<typeof HandInPanel>>("panel");

async function walkOn(): Promise<void> {
  const facts = await writes.walkHandIn();
  if (facts.next) await router.push(itemPath(slug, facts.next.id));
}

const action = computed((): OwnAction | null => {
  if (walking.value) return page.row.open && !page.row.done ? { label: t("walk.handIn"), run: walkOn } : null;
  const shown = panel.value;
  if (!shown?.ready) return null;
  const [files, pages] = [shown.files.length, shown.pages.length];
  const label = files
    ? t("handIn.goFiles", { n: files + Math.min(pages, 1) }, files + Math.min(pages, 1))
    : pages
      ? t("handIn.goPages", { n: pages }, pages)
      : t("handIn.go");
  return { label, run: shown.open };
});
defineExpose({ action });
</script>

<template>
  <WalkScore v-if="walking && page.row.open && page.row.points" @score="writes.walkScore" />
  <HandInPanel v-else-if="!walking && work" ref="panel" :page="page" :work="work" :slug="slug" />
  <PartWaits v-else :query="mine" />
</template>
