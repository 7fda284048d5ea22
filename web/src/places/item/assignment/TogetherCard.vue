<script setup lang="ts">
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** With whom it is handed in; and what somebody began alone before their group began. */
const { work } = defineProps<{ work: Shapes["MyWork"] }>();
const { t, locale } = useI18n();
const listed = (names: string[]): string => new Intl.ListFormat(locale.value).format(names);
</script>

<template>
  <section v-if="work.together" class="card mb-3 px-4 py-3">
    <template v-if="work.together.name">
      <h3 class="font-semibold">{{ t("together.yours", { group: work.together.name }) }}</h3>
      <p class="mt-1">{{ listed(work.together.people) }}</p>
      <p class="mt-1 text-[14px] text-soft">{{ t("together.hint") }}</p>
    </template>
    <p v-else>{{ t("together.alone") }}</p>
  </section>
  <section v-if="work.aside" class="card mb-3 px-4 py-3">
    <h3 class="font-semibold">{{ t("together.aside") }}</h3>
    <p class="text-[14px] text-soft">{{ t("together.asideHint") }}</p>
    <p v-if="work.aside.text" class="figures mt-2 max-h-60 overflow-y-auto whitespace-pre-wrap">
      {{ work.aside.text }}
    </p>
    <p v-if="work.aside.link" class="mt-1 break-all">{{ work.aside.link }}</p>
    <p v-if="work.aside.comment" class="mt-1">{{ work.aside.comment }}</p>
    <ul class="mt-1">
      <li v-for="file in work.aside.files" :key="file.id">
        <a :href="file.address" class="inline-flex min-h-6 items-center underline">{{ file.name }}</a>
      </li>
      <li v-for="photo in work.aside.photos" :key="photo.id">
        <a :href="photo.address" class="inline-flex min-h-6 items-center underline">{{ photo.name }}</a>
      </li>
    </ul>
  </section>
</template>
