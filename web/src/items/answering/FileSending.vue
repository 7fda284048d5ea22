<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { NoAnswer } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiFiles from "@/ui/field/UiFiles.vue";

/** Files chosen and sent one after the other. Where the line is lost, what is not there yet waits and is sent again; a
 * file that is refused is named with the reason, and the others go on. */
const {
  send,
  label,
  hint = "",
  accept = "",
  multiple = false,
} = defineProps<{
  send: (file: File, told: (share: number) => void) => Promise<unknown>;
  label: string;
  hint?: string;
  accept?: string;
  multiple?: boolean;
}>();
const { t } = useI18n();
const wrong = useWrong();
const waiting = ref<File[]>([]);
const share = ref<number | null>(null);
const problems = ref<string[]>([]);
useUnsaved(() => waiting.value.length > 0);

async function go(): Promise<void> {
  if (share.value !== null) return;
  problems.value = [];
  for (let file = waiting.value[0]; file; file = waiting.value[0]) {
    share.value = 0;
    try {
      await send(file, (part) => (share.value = part));
    } catch (error) {
      if (error instanceof NoAnswer) {
        problems.value.push(t("answer.fileWaits", { n: waiting.value.length }, waiting.value.length));
        break;
      }
      problems.value.push(`${file.name}: ${wrong(error)}`);
    }
    waiting.value = waiting.value.slice(1);
  }
  share.value = null;
}

async function add(files: File[]): Promise<void> {
  waiting.value = [...waiting.value, ...files];
  await go();
}
defineExpose({ add });
</script>

<template>
  <div class="no-print">
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <UiFiles :accept="accept" :multiple="multiple" @chosen="add">{{ label }}</UiFiles>
      <slot />
      <UiButton v-if="waiting.length && share === null" look="text" @click="go">{{
        t("handIn.tryAgain")
      }}</UiButton>
      <progress v-if="share !== null" max="1" :value="share" :aria-label="waiting[0]?.name ?? ''" />
      <span v-else-if="hint" class="text-[13px] text-soft">{{ hint }}</span>
    </div>
    <p v-for="problem in problems" :key="problem" role="alert" class="mt-1 text-late">{{ problem }}</p>
  </div>
</template>
