<script setup lang="ts">
import { computed, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath, setupPath, stepPath } from "@/frame/addresses";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import { useDone } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import PickedDrafts from "../components/PickedDrafts.vue";
import PickedFor from "../components/PickedFor.vue";
import { useSchedule } from "../queries";
import { usePicking, usePlacing } from "../link-queries";

/** What came back from a linked system: as drafts for a place of the path, or as content of items that are there. */
const { slug, picking } = defineProps<{ slug: string; picking: string }>();
const { t } = useI18n();
const wrong = useWrong();
const router = useRouter();
const done = useDone(() => slug);
const { data: found, error } = usePicking(
  () => slug,
  () => picking,
);
const { data: schedule } = useSchedule(() => slug);
const placing = usePlacing(
  () => slug,
  () => picking,
);
const refused = ref("");
const form = useTemplateRef<{ done: () => void }>("form");
const left = computed(() => found.value?.items.filter((one) => one.refused) ?? []);
const fills = computed(() => found.value?.fills ?? false);
/** Where it was begun: the week, the one item, or the rhythm. */
const back = computed(() => {
  if (!fills.value)
    return found.value?.module_key ? stepPath(slug, found.value.module_key, true) : `/c/${slug}`;
  const [only, ...more] = found.value?.targets ?? [];
  return only && !more.length ? itemPath(slug, only.item_id) : setupPath(slug, "rhythm");
});
const backWord = computed(() => t(fills.value ? "links.toWhere" : "links.toWeek"));

async function place(items: Shapes["PlaceOne"][]): Promise<void> {
  refused.value = "";
  try {
    const change = await placing.mutateAsync(items);
    form.value?.done();
    done(t(fills.value ? "links.filled" : "links.placed", { n: items.length }, items.length), change.change);
    await router.push(back.value);
  } catch (failed) {
    refused.value = wrong(failed);
  }
}
</script>

<template>
  <NothingHere v-if="error && !found" :message="wrong(error)" />
  <main v-else-if="found" id="content" class="place-page">
    <h1 class="text-[24px] font-bold">{{ t("links.picked") }}</h1>
    <p class="mb-4 text-soft">
      {{
        fills
          ? t("links.pickedFor", { n: found.targets.length, system: found.system }, found.targets.length)
          : t("links.pickedPlace", { place: found.place, system: found.system })
      }}
    </p>
    <p v-if="found.said" class="card mb-4 px-4 py-3">
      {{ t("links.said", { system: found.system, text: found.said }) }}
    </p>
    <p v-if="found.placed" class="card px-4 py-3">{{ t("links.pickedPlaced") }}</p>
    <p v-else-if="!found.came" class="card px-4 py-3 text-soft">
      {{ t("links.pickedWaits", { system: found.system }) }}
    </p>
    <p v-else-if="!found.items.length" class="card px-4 py-3 text-soft">{{ t("links.pickedNothing") }}</p>
    <p v-else-if="fills && !found.targets.length" class="card px-4 py-3 text-soft">
      {{ t("links.targetsGone") }}
    </p>
    <component
      :is="fills ? PickedFor : PickedDrafts"
      v-else
      ref="form"
      :found="found"
      v-bind="fills ? {} : { zone: schedule?.zone ?? 'UTC' }"
      :busy="placing.isPending.value"
      @place="place"
    >
      <p v-for="one in left" :key="one.index" class="text-soft">{{ one.title }}: {{ one.refused }}</p>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <template #leave>
        <UiButton look="text" :to="back">{{ backWord }}</UiButton>
      </template>
    </component>
    <p v-if="found.placed || !found.items.length || (fills && !found.targets.length)" class="mt-3">
      <UiButton :to="back">{{ backWord }}</UiButton>
    </p>
  </main>
  <LoadingNote v-else />
</template>
