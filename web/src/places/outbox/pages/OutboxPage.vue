<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { own } from "@/api/reads";
import { useWrong } from "@/frame/writes";
import { useMe } from "@/frame/queries";
import NothingHere from "@/frame/NothingHere.vue";
import { useTimes } from "@/ui/moment/zones";

const REFETCH_MS = 4000;
const { t } = useI18n();
const wrong = useWrong();
const { data: me } = useMe();
const times = useTimes(() => me.value?.zone ?? "");
const { data: mails, error } = useQuery({
  ...own.outbox(),
  refetchInterval: REFETCH_MS,
});
</script>

<template>
  <NothingHere v-if="error && !mails" :message="wrong(error)" />
  <main v-else id="content" class="mx-auto max-w-3xl px-4 py-8">
    <h1 class="text-[26px] font-bold">{{ t("outbox.title") }}</h1>
    <p class="mb-5 text-soft">{{ t("outbox.line", { email: me?.email }) }}</p>
    <p v-if="mails && !mails.length" class="card p-5">{{ t("outbox.empty") }}</p>
    <article v-for="mail in mails ?? []" :key="mail.id" class="card mb-4 px-5 py-4">
      <h2 class="font-bold">{{ mail.subject }}</h2>
      <p class="figures mb-2 text-soft">{{ times.moment(mail.at) }}</p>
      <pre class="figures whitespace-pre-wrap break-all">{{ mail.body }}</pre>
    </article>
  </main>
</template>
