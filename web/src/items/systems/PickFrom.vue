<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useMutation } from "@tanstack/vue-query";
import { client, insist, told, type Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import { sayWrong } from "@/ui/notice/notices";
import { useSystems } from "./queries";

/** Linked systems in which content is picked: for new drafts in a place, or for items that wait for theirs. */
const { slug, place, label } = defineProps<{
  slug: string;
  place: Omit<Shapes["PickingIn"], "system">;
  label: string;
}>();
const { t } = useI18n();
const wrong = useWrong();
const { ofCourse } = useSystems(() => slug);
const systems = computed(
  () => ofCourse.data.value?.systems.filter((one) => one.picks && !one.waits && !one.off) ?? [],
);
const begin = useMutation({
  mutationFn: (system: string) =>
    insist((headers) =>
      told(
        client.POST("/api/courses/{slug}/pickings", {
          params: { path: { slug } },
          body: { system, ...place },
          headers,
        }),
      ),
    ),
  onSuccess: (begun) => location.assign(begun.open_path),
  onError: (error) => sayWrong(wrong(error)),
});
</script>

<template>
  <p v-if="systems.length" class="flex w-full flex-wrap items-center gap-2 text-[14px]">
    {{ label }}
    <UiButton
      v-for="one in systems"
      :key="one.key"
      :disabled="begin.isPending.value"
      @click="begin.mutate(one.key)"
      >{{ t("links.pickFrom", { system: one.name }) }}</UiButton
    >
  </p>
</template>
