<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import { say } from "@/ui/notice/notices";
import { useRemarks, useRemarkWrites } from "../queries";

/** Comments that the course's teachers keep: one is put into the comment at hand, or that is kept for again. */
const { slug, comment } = defineProps<{ slug: string; comment: string }>();
const emit = defineEmits<{ put: [text: string] }>();
const { t } = useI18n();
const open = ref(false);
const find = ref("");
const { data: remarks } = useRemarks(
  () => slug,
  () => open.value,
);
const writes = useRemarkWrites(() => slug);
const found = computed(() =>
  (remarks.value ?? []).filter((one) => one.text.toLowerCase().includes(find.value.trim().toLowerCase())),
);

function put(remark: { id: number; text: string }): void {
  emit("put", remark.text);
  writes.used.mutate(remark.id);
}

async function keep(): Promise<void> {
  await writes.keep.mutateAsync(comment);
  say(t("remarks.kept"));
}
</script>

<template>
  <details class="text-[14px]" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="cursor-pointer font-semibold text-deep">{{ t("remarks.title") }}</summary>
    <p v-if="remarks && !remarks.length" class="mt-1 text-soft">{{ t("remarks.none") }}</p>
    <template v-else-if="remarks">
      <input v-model="find" class="field mt-1 !min-h-8" type="search" :aria-label="t('remarks.find')" />
      <ul class="mt-1 max-h-60 overflow-y-auto border-t border-rule">
        <li v-for="one in found" :key="one.id" class="flex items-start gap-2 border-b border-rule-faint">
          <button type="button" class="min-h-8 flex-1 py-1 text-left hover:bg-wash" @click="put(one)">
            {{ one.text }}
          </button>
          <UiButton
            look="text"
            :aria-label="t('remarks.remove', { text: one.text })"
            @click="writes.remove.mutate(one.id)"
            >{{ t("remarks.removeShort") }}</UiButton
          >
        </li>
      </ul>
    </template>
    <UiButton class="mt-2" :disabled="!comment.trim() || writes.keep.isPending.value" @click="keep">{{
      t("remarks.keep")
    }}</UiButton>
  </details>
</template>
