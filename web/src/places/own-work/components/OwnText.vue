<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import { useWrong } from "@/frame/writes";

/** What was typed, read when it is opened. */
const { number, words } = defineProps<{ number: string; words: number }>();
const { t } = useI18n();
const wrong = useWrong();
const open = ref(false);
const { data, error } = useQuery({ ...own.workText(() => number), enabled: () => open.value });
</script>

<template>
  <details class="max-w-[72ch]" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="min-h-6 cursor-pointer text-deep">
      {{ t("ownWork.text") }} · {{ t("detail.words", { n: words }, words) }}
    </summary>
    <p v-if="error && !data" class="text-late">{{ wrong(error) }}</p>
    <p v-else class="[overflow-wrap:anywhere] whitespace-pre-wrap">{{ data?.text ?? t("app.loading") }}</p>
  </details>
</template>
