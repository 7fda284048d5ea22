<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { courseSaid } from "@/api/reads";
import { isWalking } from "@/api/walk";
import { useArrival } from "@/frame/arriving";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import { useWrong } from "@/frame/writes";
import SaidCard from "@/items/components/SaidCard.vue";
import { useSaidWrites } from "@/items/said-writes";
import UiButton from "@/ui/button/UiButton.vue";
import TalkParts from "../components/TalkParts.vue";
import ReadersDialog from "../components/ReadersDialog.vue";

const AnnouncementDialog = defineAsyncComponent(() => import("../components/AnnouncementDialog.vue"));

/** What is said in a course, in order of time: what is to come first, then the newest. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSaidWrites(() => slug);
const { data: page, error } = useQuery(courseSaid(() => slug).announcements());
const writing = ref<Shapes["AnnouncementOut"] | "new" | null>(null);
const readers = ref<Shapes["AnnouncementOut"] | null>(null);
const coming = computed(() => page.value?.announcements.filter((a) => !a.said) ?? []);
const past = computed(() => [...(page.value?.announcements.filter((a) => a.said) ?? [])].reverse());

useArrival("said", () => page.value);
</script>

<template>
  <NothingHere v-if="error && !page" :message="wrong(error)" />
  <main v-else-if="page" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.talk") }}: {{ t("said.title") }}</h1>
    <TalkParts :slug="slug" chosen="announcements" />
    <div v-if="page.can_lay_out" class="mb-3 flex max-w-4xl flex-wrap items-center gap-3">
      <UiButton look="main" class="ml-auto" @click="writing = 'new'">{{ t("said.write") }}</UiButton>
    </div>
    <p v-if="!page.announcements.length" class="card max-w-4xl p-5 text-soft">
      {{ t(page.can_lay_out ? "said.emptyTeacher" : "said.empty") }}
    </p>
    <section v-for="(list, n) in [coming, past]" v-show="list.length" :key="n" class="mb-5 max-w-4xl">
      <h2 v-if="coming.length" class="mb-2 text-[16px] font-bold">
        {{ t(n ? "said.past" : "said.coming") }}
      </h2>
      <div class="grid gap-2.5">
        <SaidCard
          :heading="coming.length ? 'h3' : 'h2'"
          v-for="one in list"
          :key="one.id"
          :said="one"
          :slug="slug"
          :zone="page.zone"
          :now="page.now"
          :quiet="page.teaching || isWalking(slug)"
        >
          <template #actions>
            <UiButton v-if="page.teaching && one.said" look="text" @click="readers = one">{{
              t("said.readBy", { n: one.reads, all: one.readers })
            }}</UiButton>
            <template v-if="page.can_lay_out">
              <UiButton look="text" @click="writing = one">{{ t("said.change") }}</UiButton>
              <UiButton look="text" @click="writes.remove.mutate(one.id)">{{ t("layout.remove") }}</UiButton>
            </template>
          </template>
          <p
            v-if="page.teaching && (one.sections.length || one.groups.length)"
            class="mt-1 text-[13px] text-soft"
          >
            {{ t("said.forSome", { n: one.readers }, one.readers) }}
          </p>
        </SaidCard>
      </div>
    </section>
    <AnnouncementDialog
      v-if="writing"
      :slug="slug"
      :page="page"
      :said="writing === 'new' ? null : writing"
      @close="writing = null"
    />
    <ReadersDialog v-if="readers" :slug="slug" :said="readers" :zone="page.zone" @close="readers = null" />
  </main>
  <LoadingNote v-else />
</template>
