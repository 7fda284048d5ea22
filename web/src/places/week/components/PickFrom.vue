<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useMutation } from "@tanstack/vue-query";
import { client, insist, told } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { useSystems } from "@/items/systems/queries";
import UiButton from "@/ui/button/UiButton.vue";
import { sayWrong } from "@/ui/notice/notices";

/** Linked systems in which content is picked for this place. */
const { slug, moduleId, partId } = defineProps<{ slug: string; moduleId: number; partId: number | null }>();
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
          body: { system, module_id: moduleId, part_id: partId },
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
    {{ t("links.pickOr") }}
    <UiButton v-for="one in systems" :key="one.key" @click="begin.mutate(one.key)">{{
      t("links.pickFrom", { system: one.name })
    }}</UiButton>
  </p>
</template>
