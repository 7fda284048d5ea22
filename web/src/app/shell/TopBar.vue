<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import { signOut } from "@/api/account";
import type { Shapes } from "@/api/client";
import { own } from "@/api/reads";
import UiCombobox from "@/ui/combobox/UiCombobox.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { countTyped, forgetTyped } from "@/frame/kept-texts";
import { leaveNothing } from "@/frame/leaving";
import { useShelf } from "@/frame/queries";
import { mayLeave } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";
import { deskPath, noticesPath, searchPath } from "@/frame/addresses";
import SearchField from "./SearchField.vue";
import { shortcutsOpen } from "@/frame/shortcuts";

const { me } = defineProps<{ me: Shapes["Me"] }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const wrong = useWrong();
const { data: shelf } = useShelf();
const NOTICES_MS = 60_000;
const { data: notices } = useQuery({
  ...own.notices(),
  refetchInterval: NOTICES_MS,
  staleTime: NOTICES_MS / 2,
});
const unseen = computed(() => notices.value?.unseen ?? 0);

/** How many texts of theirs were typed here and not saved. */
const unsaved = ref(0);

const slug = computed(() => String(route.params.slug ?? ""));
const NEW = "+";
const entries = computed(() => [
  ...(shelf.value ?? []).map((c) => ({
    key: c.slug,
    name: [`${c.code} ${c.title}`, c.section].filter(Boolean).join(" · "),
    detail: c.archived ? t("app.archived") : c.term,
  })),
  ...(me.makes_courses ? [{ key: NEW, name: t("begin.newCourse"), detail: "" }] : []),
]);
const toCourse = (key: string) => router.push(key === NEW ? "/new-course" : `/c/${key}`);
const choices = computed(() => [
  ...(slug.value ? [{ key: "search", label: t("search.label") }] : []),
  ...(me.demo ? [{ key: "outbox", label: t("app.outbox") }] : []),
  ...(me.administers ? [{ key: "administration", label: t("admin.title") }] : []),
  { key: "notices", label: t("notices.title") },
  { key: "own-work", label: t("ownWork.title") },
  { key: "account", label: t("account.title") },
  { key: "join", label: t("join.title") },
  { key: "keys", label: t("app.shortcuts") },
  { key: "out", label: t("app.signOut") },
]);

/** A student's is Today, a teacher's the desk; who is both has both. */
const firstScreens = computed(() => {
  const roles = (shelf.value ?? []).map((c) => c.role);
  const teaches = roles.some((r) => r !== "student");
  const studies = roles.some((r) => r === "student") || (!roles.length && !me.administers);
  return [
    ...(studies ? [{ name: "today", to: "/" }] : []),
    ...(teaches ? [{ name: "desk", to: deskPath }] : []),
    ...(me.administers ? [{ name: "administration", to: "/administration/terms" }] : []),
  ] as const;
});

async function choose(key: string): Promise<void> {
  if (key === "outbox") return void router.push({ name: "outbox" });
  if (
    key === "notices" ||
    key === "own-work" ||
    key === "account" ||
    key === "join" ||
    key === "administration"
  )
    return void router.push(`/${key}`);
  if (key === "search") return void router.push(searchPath(slug.value, ""));
  if (key === "keys") return void (shortcutsOpen.value = true);
  // Asked before the server lets go: who stays is still signed in.
  if (!(await mayLeave())) return;
  unsaved.value = countTyped(me.id);
  if (!unsaved.value) await leave();
}

async function leave(): Promise<void> {
  unsaved.value = 0;
  // Only once the server has let go: without a connection nobody is signed out, and nothing that was typed is lost.
  try {
    await signOut();
  } catch (error) {
    return sayWrong(wrong(error));
  }
  forgetTyped(me.id);
  await leaveNothing();
  await router.push({ name: "sign-in" });
  queries.clear();
}
</script>

<template>
  <header class="on-bar no-print flex h-12 items-center gap-2 bg-bar px-3.5 text-on-bar sm:gap-4 sm:px-6">
    <RouterLink to="/" class="font-head text-[20px] font-extrabold tracking-tight text-on-bar no-underline">
      {{ t("app.name") }}<span class="text-now" aria-hidden="true">.</span>
    </RouterLink>
    <UiCombobox
      v-if="entries.length"
      :entries="entries"
      :chosen="String(route.params.slug ?? '')"
      :label="t('app.courses')"
      :none="t('app.noCourse')"
      @choose="toCourse"
    />
    <SearchField v-if="slug" :key="slug" :slug="slug" />
    <nav class="ml-auto flex gap-3 sm:gap-4" :aria-label="t('app.firstScreens')">
      <RouterLink
        v-for="one in firstScreens"
        :key="one.name"
        :to="one.to"
        class="py-1 text-[15px] text-on-bar no-underline"
        :class="{
          'font-bold underline decoration-now decoration-2 underline-offset-8': route.name === one.name,
        }"
        :aria-current="route.name === one.name ? 'page' : undefined"
        >{{ t(`place.${one.name}`) }}</RouterLink
      >
    </nav>
    <RouterLink
      :to="noticesPath"
      class="items-center gap-1.5 py-1 text-[15px] text-on-bar no-underline sm:flex"
      :class="unseen ? 'flex' : 'hidden'"
      :aria-current="route.name === 'notices' ? 'page' : undefined"
      ><span class="max-sm:sr-only">{{ t("notices.title") }}</span
      ><span v-if="unseen" class="badge" :aria-label="t('notices.unseen', { n: unseen }, unseen)">{{
        unseen
      }}</span></RouterLink
    >
    <UiMenu bar :label="t('app.person', { name: me.name })" :choices="choices" @choose="choose">
      <span class="block max-w-16 sm:max-w-40 overflow-hidden text-ellipsis whitespace-nowrap text-[15px]">{{
        me.name
      }}</span>
    </UiMenu>
    <UiDialog :open="unsaved > 0" :title="t('app.unsavedTitle')" @close="unsaved = 0">
      <p class="mb-4 text-ink">{{ t("app.unsaved", { n: unsaved }, unsaved) }}</p>
      <div class="flex flex-wrap gap-2">
        <UiButton look="main" @click="unsaved = 0">{{ t("app.stay") }}</UiButton>
        <UiButton @click="leave">{{ t("app.leaveUnsaved") }}</UiButton>
      </div>
    </UiDialog>
  </header>
</template>

<style scoped>
.badge {
  min-width: 18px;
  padding: 0 4px;
  border-radius: 3px;
  background: var(--now);
  color: var(--on-now);
  font: 700 12px/18px var(--font-mono);
  text-align: center;
}
@media screen and (max-width: 639px) {
  .badge {
    min-width: 24px;
    line-height: 24px;
  }
}
</style>
