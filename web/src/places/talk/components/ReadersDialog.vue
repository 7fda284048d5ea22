<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { courseSaid } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { useTimes } from "@/ui/moment/zones";

/** Who has read an announcement; those who have not first. */
const { slug, said, zone } = defineProps<{ slug: string; said: Shapes["AnnouncementOut"]; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const { data: readers } = useQuery(courseSaid(() => slug).readers(() => said.id));
</script>

<template>
  <UiDialog :open="true" :title="t('said.readersOf', { title: said.title })" @close="emit('close')">
    <LoadingNote v-if="!readers" />
    <ul v-else class="max-h-96 overflow-y-auto" tabindex="0">
      <li v-for="one in readers" :key="one.person_id" class="flex gap-3 py-1">
        <span class="flex-1">{{ one.name }}</span>
        <span class="text-soft">{{ one.at ? times.moment(one.at) : t("said.notYet") }}</span>
      </li>
    </ul>
  </UiDialog>
</template>
