<script setup lang="ts">
import { computed, reactive, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { changePassword, endSessions } from "@/api/account";
import { Problem } from "@/api/client";
import { touched } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useMe } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useStale, useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCombobox from "@/ui/combobox/UiCombobox.vue";
import UiField from "@/ui/field/UiField.vue";
import { zoneEntries } from "@/ui/moment/zone-names";
import { useTimes } from "@/ui/moment/zones";
import { say, sayWrong } from "@/ui/notice/notices";
import { useAccountWrites, useSessions } from "../queries";

/** One's own: name, time zone, password, and where one is signed in. */
const { t } = useI18n();
const wrong = useWrong();
const stale = useStale();
const { data: me } = useMe();
const { data: sessions } = useSessions();
const { profile } = useAccountWrites();
const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const times = useTimes(() => OWN_ZONE);
const form = reactive({ name: "", sort_name: "", zone: "" });
const word = reactive({ present: "", wanted: "" });
const refused = ref("");
const { saved } = useTyped(() => [form, word]);
const others = computed(() => (sessions.value ?? []).filter((one) => !one.is_current));
const zones = computed(() => [
  { key: "", name: t("account.courseZone"), detail: "" },
  ...zoneEntries([form.zone || OWN_ZONE, OWN_ZONE], new Date()),
]);

watch(
  () => me.value?.id,
  () => {
    if (!me.value) return;
    Object.assign(form, { name: me.value.name, sort_name: me.value.sort_name, zone: me.value.zone });
    saved();
  },
  { immediate: true },
);

async function keep(): Promise<void> {
  if (!(await profile.mutateAsync({ ...form }).catch(() => null))) return;
  saved();
  say(t("account.kept"));
}
async function change(): Promise<void> {
  refused.value = "";
  try {
    await changePassword(word.present, word.wanted);
    Object.assign(word, { present: "", wanted: "" });
    saved();
    say(t("account.changed"));
  } catch (error) {
    refused.value =
      error instanceof Problem && error.status < 500 && error.message ? error.message : wrong(error);
  }
}
async function end(ids: number[]): Promise<void> {
  try {
    await endSessions(ids);
    await stale(touched.sessions());
    say(t("account.ended"));
  } catch (error) {
    sayWrong(wrong(error));
  }
}
/** 'Firefox on Linux' from what a browser says of itself; the whole of it where that can't be told. */
function device(agent: string): string {
  const browser = ["Edg", "Firefox", "Chrome", "Safari"].find((name) => agent.includes(name));
  const system = ["Android", "iPhone", "iPad", "Windows", "Mac OS", "Linux"].find((name) =>
    agent.includes(name),
  );
  const named = browser === "Edg" ? "Edge" : browser;
  return named && system ? t("account.device", { browser: named, system }) : agent.slice(0, 60);
}
</script>

<template>
  <main v-if="me" id="content" class="first-page">
    <h1 class="mb-4 text-[26px] font-bold">{{ t("account.title") }}</h1>
    <div class="grid max-w-[820px] gap-5">
      <form class="card grid gap-3 p-4 sm:grid-cols-2" @submit.prevent="keep">
        <UiField v-slot="{ field }" :label="t('account.name')"
          ><input :id="field" v-model="form.name" class="field" maxlength="150" required
        /></UiField>
        <UiField v-slot="{ field }" :label="t('account.sortName')"
          ><input :id="field" v-model="form.sort_name" class="field" maxlength="150" required
        /></UiField>
        <UiField v-slot="{ field }" :label="t('account.zone')">
          <UiCombobox
            :field="field"
            on-sheet
            :entries="zones"
            :chosen="form.zone"
            :label="t('account.zone')"
            :none="t('setup.zoneNone')"
            @choose="(zone) => (form.zone = zone)"
          />
        </UiField>
        <UiField :label="t('people.email')"
          ><p class="flex min-h-9 items-center">{{ me.email }}</p></UiField
        >
        <p class="text-[14px] text-soft sm:col-span-2">
          {{ t("account.minutes") }} <RouterLink class="underline" to="/">{{ t("place.today") }}</RouterLink>
        </p>
        <div>
          <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        </div>
      </form>
      <form class="card grid gap-3 p-4 sm:grid-cols-2" @submit.prevent="change">
        <h2 class="text-[17px] font-bold sm:col-span-2">{{ t("account.password") }}</h2>
        <UiField v-slot="{ field }" :label="t('account.present')"
          ><input
            :id="field"
            v-model="word.present"
            class="field"
            type="password"
            autocomplete="current-password"
            required
        /></UiField>
        <UiField v-slot="{ field }" :label="t('door.newPassword')"
          ><input
            :id="field"
            v-model="word.wanted"
            class="field"
            type="password"
            autocomplete="new-password"
            minlength="10"
            required
        /></UiField>
        <p class="text-[14px] text-soft sm:col-span-2">{{ t("door.rule") }}</p>
        <p v-if="refused" role="alert" class="text-late sm:col-span-2">{{ refused }}</p>
        <div>
          <UiButton type="submit">{{ t("account.change") }}</UiButton>
        </div>
      </form>
      <section class="card p-4">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <h2 class="text-[17px] font-bold">{{ t("account.sessions") }}</h2>
          <UiButton v-if="others.length" class="ml-auto" @click="end(others.map((one) => one.id))">{{
            t("account.endOthers", { n: others.length }, others.length)
          }}</UiButton>
        </div>
        <ul>
          <li
            v-for="one in sessions ?? []"
            :key="one.id"
            class="flex flex-wrap items-center gap-x-3 border-t border-rule py-1.5"
          >
            <b class="font-semibold">{{ device(one.user_agent) }}</b>
            <span class="text-[14px] text-soft">{{
              t("account.since", {
                at: times.moment(new Date(one.created_at * 1000).toISOString()),
                ip: one.ip,
              })
            }}</span>
            <span v-if="one.is_current" class="ml-auto text-[14px]">{{ t("account.here") }}</span>
            <UiButton v-else class="ml-auto" look="text" @click="end([one.id])">{{
              t("account.end")
            }}</UiButton>
          </li>
        </ul>
      </section>
    </div>
  </main>
  <LoadingNote v-else />
</template>
