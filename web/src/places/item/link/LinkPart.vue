<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, onUnmounted, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import { Problem, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import PartWaits from "../components/PartWaits.vue";
import AccessNote from "./AccessNote.vue";
import LinkFacts from "./LinkFacts.vue";
import { useLink, useLinkWrites } from "./queries";

const AskDialog = defineAsyncComponent(() => import("@/items/components/AskDialog.vue"));

/** Work of a linked system as its student finds it: what will arrive there, how far they are, and the way in. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const stale = useStale();
const route = useRoute();
const router = useRouter();
const id = () => page.row.id;
const reading = useLink(() => slug, id);
const { data: link, error } = reading;
const writes = useLinkWrites(() => slug, id);
const framed = ref(false);
/** For a problem that the reader came back to ask about. */
const ticket = ref("");
const unset = computed(() => error.value instanceof Problem && error.value.status === 404);
const label = computed(() => t("links.open", { system: link.value?.system ?? "" }));

function open(): void {
  if (!link.value?.open_path) return;
  if (link.value.framed) framed.value = true;
  else window.open(link.value.open_path, "_blank", "noopener");
}
const action = computed(() =>
  link.value?.open_path && !framed.value ? { label: label.value, run: open } : null,
);
defineExpose({ action });

/** Back from the other window: what came in meanwhile is read. */
const back = () => document.visibilityState === "visible" && void stale(touched.doing(slug));
onMounted(async () => {
  addEventListener("focus", back);
  const { told, asked, lti_msg: word, lti_errormsg: fault, ...rest } = route.query;
  if (!told && !asked && !word && !fault) return;
  await router.replace({ query: rest });
  const said = String(fault ?? word ?? "");
  if (said) say(t("links.said", { system: link.value?.system ?? "", text: said.slice(0, 300) }));
  try {
    if (told) await writes.heard.mutateAsync(String(told));
    if (asked) ticket.value = (await writes.asked.mutateAsync(String(asked))).ticket;
  } catch (failed) {
    sayWrong(wrong(failed));
  }
});
onUnmounted(() => removeEventListener("focus", back));

async function here(): Promise<void> {
  await writes.section.mutateAsync(null);
  open();
}
</script>

<template>
  <section v-if="link" class="mt-5 grid gap-4">
    <AskDialog
      v-if="ticket"
      :slug="slug"
      about="item"
      :item-id="page.row.id"
      :title="page.row.title"
      :ticket="ticket"
      @close="ticket = ''"
    />
    <div class="card px-4 py-3">
      <LinkFacts :link="link" :zone="page.zone" :now="page.now" />
    </div>
    <AccessNote
      v-if="link.access"
      :access="link.access"
      :system="link.system"
      :zone="page.zone"
      :now="page.now"
    />
    <div v-if="link.other_section" class="border-l-4 border-late py-1 pl-3" role="alert">
      <h2 class="font-semibold">{{ t("links.sectionTitle") }}</h2>
      <p>{{ link.refusal }}</p>
      <p class="mt-1">{{ t("links.sectionWays") }}</p>
      <ul class="list-disc pl-5">
        <li>{{ t("links.sectionHere", { ours: link.other_section.ours, system: link.system }) }}</li>
        <li>{{ t("links.sectionThere", { theirs: link.other_section.theirs }) }}</li>
      </ul>
      <p class="mt-2 flex flex-wrap gap-2">
        <UiButton @click="here">{{ t("links.sectionGo", { ours: link.other_section.ours }) }}</UiButton>
        <UiButton :to="`/c/${slug}/talk/messages`">{{ t("links.sectionAsk") }}</UiButton>
      </p>
    </div>
    <p v-else-if="link.refusal" class="text-soft">{{ link.refusal }}</p>
    <p v-else-if="!framed">
      <a v-if="!link.framed" :href="link.open_path" target="_blank" rel="noopener">{{ label }}</a>
    </p>
    <template v-if="framed">
      <p class="flex flex-wrap gap-3">
        <UiButton @click="framed = false">{{ t("links.close") }}</UiButton>
        <a :href="link.open_path" target="_blank" rel="noopener">{{ t("links.inWindow") }}</a>
      </p>
      <iframe
        class="h-[80vh] w-full border border-rule bg-white"
        :src="link.open_path"
        :title="link.system"
      />
    </template>
  </section>
  <p v-else-if="unset" class="card mt-5 px-4 py-3 text-soft">
    {{ t("links.notSetStudent") }}
  </p>
  <PartWaits v-else :query="reading" />
</template>
