<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useAccessWrites } from "../link-queries";

/** Access of many, from a list that is looked at before anything is kept. */
const { slug, system } = defineProps<{ slug: string; system: string }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useAccessWrites(
  () => slug,
  () => system,
);
const text = ref("");
const read = ref<Shapes["AccessRead"] | null>(null);
const refused = ref("");
const typed = useTyped(() => text.value);
const bad = computed(() => read.value?.lines.filter((line) => line.wrong).length ?? 0);

async function send(confirm: boolean): Promise<void> {
  refused.value = "";
  try {
    const found = await writes.list.mutateAsync({ text: text.value, confirm });
    read.value = found;
    if (!found.kept) return;
    say(t("links.keptAll", { n: found.kept }, found.kept));
    text.value = "";
    read.value = null;
    typed.saved();
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <form class="card grid max-w-[900px] gap-3 px-4 py-3" @submit.prevent="send(false)">
    <h2 class="text-[18px] font-bold">{{ t("links.list") }}</h2>
    <UiField v-slot="{ field }" :label="t('links.listField')">
      <textarea :id="field" v-model="text" class="field figures" rows="4" @input="read = null" />
    </UiField>
    <p>
      <UiButton type="submit" :disabled="!text.trim()">{{ t("links.look") }}</UiButton>
    </p>
    <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
    <div v-if="read" role="status">
      <p v-for="line in read.lines" :key="line.line" :class="{ 'text-late': line.wrong }">
        {{ t("links.line", { n: line.line }) }}: {{ line.wrong || `${line.name}, ${line.given}` }}
      </p>
      <p v-if="bad" class="mt-2 text-late">{{ t("links.listWrong", { n: bad }, bad) }}</p>
      <UiButton v-else-if="read.lines.length" class="mt-2" look="main" @click="send(true)">{{
        t("links.keepAll")
      }}</UiButton>
    </div>
  </form>
</template>
