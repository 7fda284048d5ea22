<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { useTimes } from "@/ui/moment/zones";
import { sizeWords } from "@/items/model/sizes";

/** `problem`: why it is not handed in although it was tried. */
const { open, page, work, text, link, busy, problem } = defineProps<{
  problem: string;
  open: boolean;
  page: Shapes["ItemPage"];
  work: Shapes["MyWork"];
  text: string;
  link: string;
  busy: boolean;
}>();
const emit = defineEmits<{ close: []; confirm: [] }>();
const { t, locale } = useI18n();
const times = useTimes(() => page.zone);
const attempt = computed(() => work.draft?.attempt ?? work.attempts.length + 1);
const lateness = computed(() => {
  if (!page.row.due) return "";
  const at = times.value.moment(page.row.due);
  if (!work.late_now_seconds) return t("handIn.lateInTime", { at });
  if (!work.late_now_deduction) return t("handIn.lateFree", { at });
  return t("handIn.lateNow", { at, points: work.late_now_deduction, possible: page.row.points ?? "" });
});
const SLOW_MS = 2500;
const slow = ref(false);
watch(
  () => busy,
  (now, _, ended) => {
    slow.value = false;
    if (!now) return;
    const timer = setTimeout(() => (slow.value = true), SLOW_MS);
    ended(() => clearTimeout(timer));
  },
);
/** What is on its way is not called back by a closed dialog. */
const close = () => void (busy || emit("close"));
const pages = computed(() => work.draft?.photos.length ?? 0);
const words = computed(() => text.split(/\s+/).filter(Boolean).length);
</script>

<template>
  <UiDialog :open="open" :title="t('handIn.confirmTitle')" @close="close">
    <p class="mb-2">{{ t("handIn.confirmLine", { item: page.row.title, attempt }) }}</p>
    <p v-if="work.together?.name" class="mb-2 font-semibold">
      {{
        t("together.confirm", {
          group: work.together.name,
          people: new Intl.ListFormat(locale).format(work.together.people),
        })
      }}
    </p>
    <ul class="mb-3 border-t border-rule">
      <li
        v-for="file in work.draft?.files ?? []"
        :key="file.id"
        class="flex justify-between gap-4 border-b border-rule py-1"
      >
        <span class="min-w-0 overflow-hidden text-ellipsis">{{ file.name }}</span>
        <span class="figures">{{ sizeWords(file.size, locale) }}</span>
      </li>
      <li v-if="pages" class="border-b border-rule py-1">{{ t("photos.onePdf", { n: pages }, pages) }}</li>
      <li v-if="link" class="overflow-hidden border-b border-rule py-1 text-ellipsis">{{ link }}</li>
      <li v-if="words" class="border-b border-rule py-1">
        {{ t("receipt.text") }}: {{ t("detail.words", { n: words }, words) }}
      </li>
    </ul>
    <p :class="{ 'text-late': work.late_now_seconds }">{{ lateness }}</p>
    <p v-if="work.attempts_left !== null" class="text-soft">
      {{ t("handIn.left", { n: work.attempts_left - 1 }, work.attempts_left - 1) }}
    </p>
    <p v-if="problem && !busy" role="alert" class="mt-3 text-late">{{ problem }}</p>
    <p class="mt-3 empty:mt-0" role="status">{{ slow ? t("handIn.noAnswerYet") : "" }}</p>
    <div class="mt-4 flex gap-2">
      <UiButton look="main" :disabled="busy" @click="emit('confirm')">{{ t("handIn.confirmNow") }}</UiButton>
      <UiButton look="text" :disabled="busy" @click="close">{{ t("handIn.confirmBack") }}</UiButton>
    </div>
  </UiDialog>
</template>
