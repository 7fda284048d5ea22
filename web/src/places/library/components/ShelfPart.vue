<script setup lang="ts">
import { useKinds } from "@/frame/kinds";
import { checkedOf } from "@/ui/field/events";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";
import { useLibraryWrites } from "../queries";
import EntryDialog from "./EntryDialog.vue";

/** One shelf: its entries as a list, each with what its kind has. */
const { shelf, library, slug } = defineProps<{
  shelf: Shapes["LibraryEntry"]["shelf"];
  library: Shapes["Library"];
  slug: string;
}>();
const { t } = useI18n();
const kinds = useKinds();
const times = useTimes(() => library.zone);
const writes = useLibraryWrites(() => slug);
const entries = computed(() => library.entries.filter((e) => e.shelf === shelf));
/** What the weeks bring, in path order: nobody keeps it by hand. */
const collected = computed(() => library.from_path.filter((one) => one.shelf === shelf));
const stepWord = computed(() => (library.generated.first_day ? "item.stepWeek" : "item.stepModule"));
function sizeOf(one: Shapes["FromPath"]): string {
  const size = one.pages
    ? t("slides.pages", { n: one.pages }, one.pages)
    : one.length_seconds
      ? t("time.minutes", { n: Math.max(1, Math.round(one.length_seconds / 60)) })
      : "";
  return [kinds.word(one.kind), size].filter(Boolean).join(" · ");
}
const editing = ref<Shapes["LibraryEntry"] | "new" | null>(null);

async function remove(entry: Shapes["LibraryEntry"]): Promise<void> {
  await writes.change.mutateAsync({ id: entry.id, removed: true });
  say(t("layout.removed", { title: entry.title }), {
    label: t("app.undo"),
    run: () => writes.change.mutate({ id: entry.id, removed: false }),
  });
}
/** A step that a visit has shown to be taken stays so. */
const isShown = (entry: Shapes["LibraryEntry"], step: number): boolean =>
  Boolean(entry.visit?.at) && step < (entry.visit?.steps ?? 0);
const visitLine = ({ steps, system, at }: Shapes["EntryVisit"]): string =>
  at
    ? t("library.visited", { n: steps, system, at: times.value.moment(at) }, steps)
    : t(library.teaching ? "library.visitOfStudents" : "library.visitToCome", { n: steps, system }, steps);
const tick = (id: number, step: number, event: Event) =>
  writes.step.mutate({ id, step, done: checkedOf(event) });
</script>

<template>
  <section class="shelf" :aria-label="t(`library.shelf.${shelf}`)">
    <div class="flex items-baseline gap-4">
      <h2>{{ t(`library.shelf.${shelf}`) }}</h2>
      <UiButton v-if="library.can_lay_out" look="text" @click="editing = 'new'">{{
        t("library.add")
      }}</UiButton>
    </div>
    <p v-if="!entries.length && !collected.length" class="py-2 text-soft">
      {{ t(`library.empty.${shelf}`) }}
    </p>
    <ul>
      <li v-for="entry in entries" :key="entry.id" :class="{ 'opacity-75': !entry.published }">
        <div class="flex items-baseline gap-3">
          <h3>
            <a v-if="entry.address" :href="entry.address" target="_blank" rel="noopener noreferrer">{{
              entry.title
            }}</a>
            <template v-else>{{ entry.title }}</template>
          </h3>
          <span v-if="!entry.published" class="text-[13px] text-soft">{{ t("size.draft") }}</span>
          <span v-if="library.can_lay_out" class="no-print ml-auto">
            <UiButton
              look="text"
              :aria-label="t('layout.menu', { title: entry.title })"
              @click="editing = entry"
              >{{ t("library.change") }}</UiButton
            >
            <UiButton
              look="text"
              :aria-label="t('files.removeOne', { name: entry.title })"
              @click="remove(entry)"
              >{{ t("layout.remove") }}</UiButton
            >
          </span>
        </div>
        <dl v-if="Object.values(entry.notes).some(Boolean)" class="notes">
          <template v-for="(value, name) in entry.notes" :key="name">
            <div v-if="value">
              <dt>{{ t(`library.note.${name}`) }}</dt>
              <dd>{{ value }}</dd>
            </div>
          </template>
        </dl>
        <RichText v-if="entry.html" :html="entry.html" />
        <ol v-if="entry.steps.length" class="mt-1">
          <li v-for="(step, n) in entry.steps" :key="n" class="!border-0 !p-0">
            <label class="flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                :checked="entry.steps_done.includes(n)"
                :disabled="isShown(entry, n)"
                @change="tick(entry.id, n, $event)"
              />
              {{ step }}
            </label>
          </li>
        </ol>
        <p v-if="entry.visit && entry.visit.steps" class="mt-1 text-[13px] text-soft">
          {{ visitLine(entry.visit) }}
        </p>
        <p v-if="entry.file">
          <a :href="entry.file.address" class="underline" download>{{
            t("item.download", { name: entry.file.name })
          }}</a>
          <span class="figures ml-2 text-soft">{{ t("receipt.bytes", { n: entry.file.size }) }}</span>
        </p>
      </li>
    </ul>
    <template v-if="collected.length">
      <p class="mt-2 text-[13px] text-soft">{{ t("library.fromPath") }}</p>
      <ul class="collected">
        <li v-for="one in collected" :key="one.item_id">
          <span class="text-[13px] text-soft">{{ t(stepWord, { n: one.step }) }}</span>
          <RouterLink :to="itemPath(slug, one.item_id)">{{ one.title }}</RouterLink>
          <span class="text-[13px] text-soft">{{ sizeOf(one) }}</span>
        </li>
      </ul>
    </template>
    <EntryDialog
      v-if="editing"
      :slug="slug"
      :shelf="shelf"
      :entry="editing === 'new' ? null : editing"
      @close="editing = null"
    />
  </section>
</template>

<style scoped>
.shelf {
  max-width: 860px;
  margin-bottom: 28px;
}
.shelf h2 {
  font-size: 20px;
  font-weight: 700;
}
.shelf li {
  padding: 8px 0;
  border-top: 1px solid var(--rule-faint);
}
.shelf h3 {
  font: 650 16px var(--font-head);
}
.shelf .collected li {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr) auto;
  gap: 8px;
  padding: 5px 0;
}
.notes {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 24px;
  font-size: 14.5px;
}
.notes dt {
  color: var(--ink-soft);
  font-size: 12.5px;
}
</style>
