<script setup lang="ts">
import { useQueryClient } from "@tanstack/vue-query";
import { computed, onMounted, onUnmounted, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterView, useRoute, useRouter } from "vue-router";
import { Problem } from "@/api/client";
import { keptSince } from "@/api/kept-since";
import { useTimes } from "@/ui/moment/zones";
import { sayWrong } from "@/ui/notice/notices";
import NoticeLine from "@/ui/notice/NoticeLine.vue";
import LeaveDialog from "@/frame/LeaveDialog.vue";
import { leaveNothing } from "@/frame/leaving";
import { useKinds } from "@/frame/kinds";
import { useMe } from "@/frame/queries";
import { keepThisVisit } from "./offline/shell";
import ActingBar from "./shell/ActingBar.vue";
import TopBar from "./shell/TopBar.vue";

const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const inside = computed(() => route.matched.length > 0 && route.meta.outside !== true);
const { data: me } = useMe(() => inside.value);
const { ready } = useKinds(() => inside.value);
const online = ref(navigator.onLine);
const times = useTimes(() => me.value?.zone ?? "");
const look = () => (online.value = navigator.onLine);

watch(
  () => me.value?.id,
  (id) => void (id && keepThisVisit(queries).catch(() => null)),
);

watch(
  () => route.meta.across === true,
  (across) => document.body.classList.toggle("print-across", across),
);

onMounted(() => {
  addEventListener("online", look);
  addEventListener("offline", look);
});
onUnmounted(() => {
  removeEventListener("online", look);
  removeEventListener("offline", look);
});

/** Whoever stands at a door already, and may be typing there, is left where they are. */
function toSignIn(): void {
  void leaveNothing();
  if (inside.value)
    void router.push({ name: "sign-in", query: { next: location.pathname + location.search } });
}

router.onError(() => sayWrong(t("wrong.noAnswer")));

queries.getQueryCache().subscribe((event) => {
  const found = event.query.state.error;
  if (event.type === "updated" && found instanceof Problem && found.status === 401) toSignIn();
});
</script>

<template>
  <a href="#content" class="skip">{{ t("app.skip") }}</a>
  <p
    v-if="!online || keptSince"
    role="status"
    class="no-print border-b border-late bg-sheet px-6 py-2 text-[14px]"
  >
    {{ keptSince ? t("app.offlineSince", { at: times.moment(keptSince) }) : t("app.offline") }}
  </p>
  <ActingBar v-if="me?.acted_by && inside" :me="me" />
  <TopBar v-if="me && inside" :me="me" />
  <RouterView v-if="!inside || ready" />
  <LeaveDialog />
  <NoticeLine :close-label="t('app.close')" />
</template>

<style scoped>
.skip {
  position: absolute;
  left: -9999px;
}
.skip:focus {
  left: 24px;
  top: 6px;
  z-index: 70;
  padding: 6px 12px;
  background: var(--sheet);
}
</style>
