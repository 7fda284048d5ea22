<script setup lang="ts">
import { takeFiles, valueOf } from "@/ui/field/events";
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { sayWrong } from "@/ui/notice/notices";
import { useLibrary, useLibraryWrites } from "../queries";

const { slug, shelf, entry } = defineProps<{
  slug: string;
  shelf: Shapes["LibraryEntry"]["shelf"];
  entry: Shapes["LibraryEntry"] | null;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const stale = useStale();
const writes = useLibraryWrites(() => slug);
const NOTES: Partial<Record<typeof shelf, string[]>> = {
  errata: ["reads", "should"],
  equipment: ["where"],
  people: ["role", "answers", "hours", "contact"],
};
const notes = NOTES[shelf] ?? [];
/** A plain text keeps its paragraphs; one with more to it is left to the text of an item. */
const plain = (html: string): string =>
  (new DOMParser().parseFromString(html.replaceAll("</p>", "\n"), "text/html").body.textContent ?? "").trim();
const escaped = (line: string): string =>
  line.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
const library = useLibrary(() => slug);
/** The entry as it stands now, also when somebody else has changed it since this was opened. */
const kept = computed(() => {
  const now = library.data.value?.entries.find((one) => one.id === entry?.id) ?? entry;
  const value = {
    title: now?.title ?? "",
    text: plain(now?.html ?? ""),
    address: now?.address ?? "",
    steps: (now?.steps ?? []).join("\n"),
    system: now?.visit?.key ?? "",
    visit_steps: now?.visit?.steps ?? 0,
    notes: { ...(now?.notes ?? {}) } as Record<string, string>,
    published: now?.published ?? true,
  };
  return { value, edition: now?.edition ?? 0 };
});
const { form, theirs, takeTheirs, save, mayClose } = useOwnForm(
  () => kept.value,
  () => library.refetch(),
);
const file = ref<File | null>(null);
/** Those that can be chosen, and the one that stands there even if it is switched off by now. */
const systems = computed(() => {
  const usable = library.data.value?.systems ?? [];
  const own = entry?.visit;
  return own && usable.every((one) => one.key !== own.key)
    ? [...usable, { key: own.key, name: own.system }]
    : usable;
});
const lines = (steps: string): string[] => steps.split("\n").filter((line) => line.trim());
const typedSteps = computed(() => lines(form.value?.steps ?? ""));
/** Whoever has come into a system has taken all steps, unless the writer says up to which. */
function chooseSystem(key: string): void {
  if (!form.value) return;
  form.value.visit_steps = key ? form.value.visit_steps || typedSteps.value.length : 0;
  form.value.system = key;
}

async function keep(): Promise<void> {
  const typed = form.value;
  if (!typed) return;
  const paragraphs = typed.text.split("\n").filter((line) => line.trim());
  const wish = {
    ...typed,
    html: paragraphs.map((line) => `<p>${escaped(line)}</p>`).join(""),
    steps: lines(typed.steps),
  };
  const done = await save((edition) =>
    entry
      ? writes.change.mutateAsync({ id: entry.id, edition, ...wish })
      : writes.make.mutateAsync({ shelf, ...wish }),
  ).catch(() => null);
  if (!done) return;
  if (file.value) {
    try {
      await upload(`/api/courses/${slug}/library/${done.id}/file`, file.value, wishKey(), () => undefined);
      await stale(touched.library(slug));
    } catch (error) {
      sayWrong(wrong(error));
      return;
    }
  }
  emit("close");
}
const label = (name: keyof typeof kept.value.value): string =>
  name === "title" ? t(`library.titleOf.${shelf}`) : t(`library.field.${name}`);
const words = (name: string, value: unknown): string =>
  name === "system"
    ? (systems.value.find((one) => one.key === value)?.name ?? t("library.noSystem"))
    : typeof value === "number"
      ? String(value)
      : typeof value === "string"
        ? value
        : typeof value === "boolean"
          ? t(value ? "app.yes" : "app.no")
          : "";
const chosen = (event: Event) => (file.value = takeFiles(event, true)[0] ?? null);
</script>

<template>
  <UiDialog
    :open="true"
    :title="entry?.title ?? t(`library.new.${shelf}`)"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form v-if="form" class="grid gap-3" @submit.prevent="keep">
      <UiField v-slot="{ field }" :label="t(`library.titleOf.${shelf}`)">
        <input :id="field" v-model="form.title" class="field" maxlength="200" required />
      </UiField>
      <UiField v-for="name in notes" :key="name" v-slot="{ field }" :label="t(`library.note.${name}`)">
        <input :id="field" v-model="form.notes[name]" class="field" maxlength="300" />
      </UiField>
      <UiField v-slot="{ field }" :label="t(shelf === 'faq' ? 'library.answer' : 'library.text')">
        <textarea :id="field" v-model="form.text" class="field" rows="4" />
      </UiField>
      <UiField v-if="shelf === 'tools'" v-slot="{ field }" :label="t('library.steps')">
        <textarea :id="field" v-model="form.steps" class="field" rows="4" />
      </UiField>
      <template v-if="shelf === 'tools' && typedSteps.length && systems.length">
        <UiField v-slot="{ field }" :label="t('library.field.system')">
          <select :id="field" class="field" :value="form.system" @change="chooseSystem(valueOf($event))">
            <option value="">{{ t("library.noSystem") }}</option>
            <option v-for="one in systems" :key="one.key" :value="one.key">{{ one.name }}</option>
          </select>
        </UiField>
        <UiField v-if="form.system" v-slot="{ field }" :label="t('library.field.visit_steps')">
          <select :id="field" v-model.number="form.visit_steps" class="field">
            <option v-for="(line, n) in typedSteps" :key="n" :value="n + 1">{{ n + 1 }}. {{ line }}</option>
          </select>
        </UiField>
      </template>
      <UiField v-if="shelf !== 'faq' && shelf !== 'errata'" v-slot="{ field }" :label="t('settings.address')">
        <input :id="field" v-model="form.address" class="field" type="url" />
      </UiField>
      <label v-if="['handouts', 'textbook', 'recordings'].includes(shelf)" class="text-[14px]">
        {{ t("settings.chooseFile") }} <input type="file" class="ml-2" @change="chosen" />
      </label>
      <TheirChanges :theirs="theirs" :label="label" :words="words" @take="takeTheirs" />
      <UiCheck v-model="form.published" :label="t('settings.published')" />
      <div class="flex gap-2">
        <UiButton look="main" type="submit">{{ t("app.save") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
