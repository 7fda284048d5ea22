<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { useEndFeed, useFeeds, useMakeFeed } from "../queries";

/** A secret address for outside calendars, of this course or of all; shown once. */
const { slug, zone } = defineProps<{ slug: string; zone: string }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const { data } = useFeeds();
const make = useMakeFeed();
const end = useEndFeed();
const all = ref(false);
const address = ref("");
const copied = ref(false);
const wanted = computed(() => (all.value ? null : slug));
const there = computed(() => data.value?.feeds.find((f) => f.slug === wanted.value));

async function makeOne(): Promise<void> {
  address.value = (await make.mutateAsync(wanted.value)).address;
  copied.value = false;
}

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(address.value);
  copied.value = true;
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('term.feedTitle')" @close="emit('close')">
    <p class="mb-3 text-[15px]">{{ t("term.feedLine") }}</p>
    <div class="mb-3 flex gap-5 text-[15px]">
      <label class="flex min-h-7 items-center gap-2"
        ><input v-model="all" type="radio" :value="false" @change="address = ''" />
        {{ t("term.feedThis") }}</label
      >
      <label class="flex min-h-7 items-center gap-2"
        ><input v-model="all" type="radio" :value="true" @change="address = ''" />
        {{ t("term.feedAll") }}</label
      >
    </div>
    <div v-if="address" class="mb-3">
      <UiField v-slot="{ field }" :label="t('term.feedAddress')">
        <div class="flex gap-2">
          <input :id="field" class="field figures" readonly :value="address" />
          <UiButton look="main" @click="copy">{{
            copied ? t("term.feedCopied") : t("term.feedCopy")
          }}</UiButton>
        </div>
      </UiField>
    </div>
    <p v-else-if="there" class="mb-3 text-[14px] text-soft">
      {{ t("term.feedOld", { at: times.moment(there.made_at) }) }}
      <template v-if="there.read_at">{{ t("term.feedRead", { at: times.moment(there.read_at) }) }}</template>
    </p>
    <div class="flex flex-wrap items-center gap-3">
      <UiButton v-if="!address" look="main" @click="makeOne">{{
        t(there ? "term.feedRenew" : "term.feedMake")
      }}</UiButton>
      <UiButton v-if="there" look="danger" @click="end.mutateAsync(there.id).then(() => (address = ''))">{{
        t("term.feedEnd")
      }}</UiButton>
      <a :href="`/api/courses/${slug}/calendar.ics`" class="text-[14px]">{{ t("term.feedFile") }}</a>
      <UiButton look="text" class="ml-auto" @click="emit('close')">{{ t("app.close") }}</UiButton>
    </div>
  </UiDialog>
</template>
