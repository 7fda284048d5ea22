<script setup lang="ts">
import { computed, type Ref } from "vue";
import { useI18n } from "vue-i18n";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";

/** In the place of an item's own part: that it is being read, or why it could not be, and the way to try again. */
const { query } = defineProps<{
  query: Record<"isLoading" | "isFetching", Ref<boolean>> & {
    error: Ref<Error | null>;
    refetch: () => unknown;
  };
}>();
const { t } = useI18n();
const wrong = useWrong();
const state = computed(() => ({
  loading: query.isLoading.value,
  asking: query.isFetching.value,
  error: query.error.value,
}));
</script>

<template>
  <LoadingNote v-if="state.loading" inside />
  <p v-else-if="state.error" role="alert" class="card mt-5 flex flex-wrap items-center gap-3 px-4 py-3">
    {{ wrong(state.error) }}
    <UiButton :disabled="state.asking" @click="query.refetch()">{{ t("app.again") }}</UiButton>
  </p>
</template>
