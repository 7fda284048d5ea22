<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { bankQuestionPath, banksPath, newQuestionPath } from "@/frame/addresses";
import { libraryParts } from "@/frame/library-parts";
import LoadingNote from "@/frame/LoadingNote.vue";
import NothingHere from "@/frame/NothingHere.vue";
import PartLine from "@/frame/PartLine.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiField from "@/ui/field/UiField.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";
import { say } from "@/ui/notice/notices";
import { useBank, useBanks, useBankWrites, useFoundQuestions } from "../queries";

const ExportDialog = defineAsyncComponent(() => import("../components/ExportDialog.vue"));
const TableDialog = defineAsyncComponent(() => import("../components/TableDialog.vue"));
type Line = Shapes["BankQuestionLine"];
const { slug, bank } = defineProps<{ slug: string; bank: number }>();
const { t } = useI18n();
const wrong = useWrong();
const router = useRouter();
const { data: all, error } = useBanks(() => slug);
const chosen = computed(() => bank || (all.value?.banks[0]?.id ?? 0));
const { data: shown } = useBank(
  () => slug,
  () => chosen.value,
);
const typed = ref("");
const wanted = ref("");
const { data: found } = useFoundQuestions(
  () => slug,
  () => wanted.value,
);
const writes = useBankWrites(() => slug);
const tabling = ref(false);
const writingOut = ref(false);
const naming = ref<"make" | "rename" | null>(null);
const name = ref("");
const parts = computed(() => libraryParts(slug, t, true));

function ask(what: "make" | "rename"): void {
  name.value = what === "rename" ? (shown.value?.bank.name ?? "") : "";
  naming.value = what;
}

async function named(): Promise<void> {
  const wish = naming.value;
  if (!name.value.trim() || !wish) return;
  const done = await (
    wish === "make"
      ? writes.make.mutateAsync(name.value)
      : writes.rename.mutateAsync({ id: chosen.value, name: name.value })
  ).catch(() => null);
  if (!done) return;
  naming.value = null;
  if (wish === "make") await router.push(banksPath(slug, done.id));
}

async function removeBank(): Promise<void> {
  if (await writes.removeBank.mutateAsync(chosen.value).catch(() => null)) await router.push(banksPath(slug));
}

/** What changes, by its name alone. */
const bare = (text: string): string => text.replace(/\[\[\s*(\w+)\s*\]\]/g, "$1");

const choices = (): { key: string; label: string }[] => [
  ...(all.value?.banks ?? [])
    .filter((one) => one.id !== chosen.value)
    .map((one) => ({ key: String(one.id), label: t("banks.move", { name: one.name }) })),
  { key: "out", label: t("banks.takeOut") },
];

async function chose(line: Line, key: string): Promise<void> {
  if (key === "out") {
    if (!(await writes.remove.mutateAsync(line.id).catch(() => null))) return;
    say(t("banks.takenOut", { name: line.name }), {
      label: t("banks.bringBack"),
      run: () => writes.bringBack.mutate(line.id),
    });
    return;
  }
  const moved = await writes.move.mutateAsync({ id: line.id, to: Number(key) }).catch(() => null);
  if (moved) say(t("banks.moved", { name: line.name, bank: moved.bank.name }));
}
</script>

<template>
  <NothingHere v-if="error && !all" :message="wrong(error)" />
  <main v-else-if="all" id="content" class="place-page">
    <h1 class="sr-only">{{ t("place.library") }}: {{ t("banks.title") }}</h1>
    <PartLine :parts="parts" chosen="questions" :label="t('library.parts')" />
    <div class="columns">
      <nav :aria-label="t('banks.title')" class="card banks">
        <form role="search" class="p-3" @submit.prevent="wanted = typed.trim()">
          <UiField v-slot="{ field }" :label="t('banks.find')">
            <input
              :id="field"
              v-model="typed"
              type="search"
              class="field"
              maxlength="200"
              @search="wanted = typed.trim()"
            />
          </UiField>
        </form>
        <RouterLink
          v-for="one in all.banks"
          :key="one.id"
          :to="banksPath(slug, one.id)"
          class="bank"
          :class="{ on: one.id === chosen && !wanted }"
          :aria-current="one.id === chosen && !wanted ? 'page' : undefined"
          @click="wanted = typed = ''"
        >
          <b>{{ one.name }}</b>
          <span>{{ t("banks.count", { n: one.count }, one.count) }}</span>
        </RouterLink>
        <p v-if="!all.banks.length" class="p-3 text-[14px] text-soft">{{ t("banks.none") }}</p>
        <div v-if="all.can_change" class="p-3">
          <UiButton :look="all.banks.length ? 'plain' : 'main'" @click="ask('make')">{{
            t("banks.make")
          }}</UiButton>
        </div>
      </nav>
      <section v-if="wanted && found" :aria-label="t('banks.find')" class="min-w-0">
        <div class="head" role="status">
          <h2>{{ t("banks.found", { n: found.questions.length }, found.questions.length) }}</h2>
        </div>
        <ul v-if="found.questions.length" class="card">
          <li v-for="line in found.questions" :key="line.id" class="list-row question">
            <div class="min-w-0">
              <RouterLink :to="bankQuestionPath(slug, line.id)" class="name">{{ line.name }}</RouterLink>
              <p class="text">{{ bare(line.text) }}</p>
            </div>
            <RouterLink class="facts" :to="banksPath(slug, line.bank_id)" @click="wanted = ''">{{
              line.bank
            }}</RouterLink>
            <span class="figures points">{{ line.points }} {{ t("banks.points").toLowerCase() }}</span>
          </li>
        </ul>
        <p v-if="found.more" class="mt-2 text-soft">{{ t("banks.more") }}</p>
      </section>
      <section v-else-if="shown" :aria-label="shown.bank.name" class="min-w-0">
        <div class="head">
          <h2>{{ shown.bank.name }}</h2>
          <template v-if="shown.can_change">
            <UiButton look="main" :to="newQuestionPath(slug, shown.bank.id)">{{
              t("banks.newQuestion")
            }}</UiButton>
            <UiButton look="text" @click="ask('rename')">{{ t("banks.rename") }}</UiButton>
            <UiButton look="text" @click="tabling = true">{{ t("banks.takeIn") }}</UiButton>
            <UiButton v-if="shown.questions.length" look="text" @click="writingOut = true">{{
              t("banks.writeOut")
            }}</UiButton>
            <UiButton v-if="!shown.questions.length" look="text" @click="removeBank">{{
              t("banks.remove")
            }}</UiButton>
          </template>
        </div>
        <p v-if="!shown.questions.length" class="card p-4 text-soft">{{ t("banks.empty") }}</p>
        <ul v-else class="card">
          <li v-for="line in shown.questions" :key="line.id" class="list-row question">
            <div class="min-w-0">
              <RouterLink :to="bankQuestionPath(slug, line.id)" class="name">{{ line.name }}</RouterLink>
              <p class="text">{{ bare(line.text) }}</p>
            </div>
            <div class="facts">
              {{ line.asks.map((kind) => t(`kind.${kind}`)).join(", ") }} ·
              {{ t(line.varies ? "banks.varies" : "banks.fixed") }}
              <span v-if="line.tags.length" class="block">{{ line.tags.join(" · ") }}</span>
            </div>
            <span class="figures points">{{ line.points }} {{ t("banks.points").toLowerCase() }}</span>
            <UiMenu
              v-if="shown.can_change"
              :label="t('banks.actions', { name: line.name })"
              :choices="choices()"
              @choose="chose(line, $event)"
              >⋯</UiMenu
            >
          </li>
        </ul>
      </section>
    </div>
    <ExportDialog
      v-if="writingOut && shown"
      :slug="slug"
      :bank="shown.bank.id"
      :name="shown.bank.name"
      @close="writingOut = false"
    />
    <TableDialog v-if="tabling && shown" :slug="slug" :bank="shown.bank.id" @close="tabling = false" />
    <UiDialog
      :open="naming !== null"
      :title="t(naming === 'rename' ? 'banks.rename' : 'banks.make')"
      @close="naming = null"
    >
      <form @submit.prevent="named">
        <UiField v-slot="{ field }" :label="t('banks.name')">
          <input :id="field" v-model="name" class="field mb-4" required maxlength="200" />
        </UiField>
        <UiButton look="main" type="submit">{{ t("banks.keep") }}</UiButton>
      </form>
    </UiDialog>
  </main>
  <LoadingNote v-else />
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}
.bank {
  display: block;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-faint);
  color: var(--ink);
  text-decoration: none;
}
.bank span {
  display: block;
  color: var(--ink-soft);
  font-size: 13px;
}
.bank.on {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 10px;
}
.head h2 {
  margin-right: auto;
  font-size: 20px;
  font-weight: 700;
}
.question {
  grid-template-columns: minmax(0, 1fr) minmax(0, 230px) 84px 34px;
}
.name {
  font-weight: 650;
}
.text {
  overflow: hidden;
  color: var(--ink-soft);
  font-size: 14px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.facts {
  color: var(--ink-soft);
  font-size: 13px;
}
.points {
  text-align: right;
}
@media screen and (max-width: 719px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .question {
    grid-template-columns: minmax(0, 1fr) 34px;
  }
  .facts,
  .points {
    grid-column: 1;
    text-align: left;
  }
}
</style>
