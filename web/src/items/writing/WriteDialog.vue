<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import UiButton from "@/ui/button/UiButton.vue";
import UiCombobox from "@/ui/combobox/UiCombobox.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import type { Typed } from "./outbox";
import MessageForm from "./MessageForm.vue";

/** A message: to those who teach, to people by name or by their group; each of them sees only themselves. */
const {
  people,
  groups = [],
  team = false,
  slug,
  begun = "new",
  to = null,
  about = "",
  send,
} = defineProps<{
  /** Whom one may write to by name. */
  people: Shapes["Named"][];
  groups?: Shapes["GroupTo"][];
  /** Whether it goes to those who teach when nobody is named. */
  team?: boolean;
  slug: string;
  /** Under what it is kept until it is sent. */
  begun?: string;
  /** For whom it is from the beginning; null for whom it was begun. */
  to?: number[] | null;
  /** What these people have in common; it goes along. */
  about?: string;
  send: (people: number[], html: string) => Promise<void>;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const { data: me } = useMe();
const MOST_NAMES = 12;
const what = `message.${slug}.${begun}`;
const chosen = ref(to ?? keptTyped<Typed>(me.value?.id ?? 0, what)?.value.people ?? []);
const all = ref(false);
const taken = computed(() => new Set(chosen.value));
const names = computed(() => people.filter((p) => taken.value.has(p.id)));
const shown = computed(() => (all.value ? names.value : names.value.slice(0, MOST_NAMES)));
const entries = computed(() => [
  ...groups
    .filter((g) => g.people.some((id) => !taken.value.has(id)))
    .map((g) => ({
      key: `group.${g.id}`,
      name: g.name,
      detail: t("written.groupOf", { n: g.people.length }, g.people.length),
    })),
  ...people
    .filter((p) => !taken.value.has(p.id))
    .map((p) => ({ key: String(p.id), name: p.name, detail: "" })),
]);
const ready = computed(() => chosen.value.length > 0 || team);

function add(key: string): void {
  const group = groups.find((g) => `group.${g.id}` === key);
  const fresh = group ? group.people : [Number(key)];
  chosen.value = [...new Set([...chosen.value, ...fresh])];
}
</script>

<template>
  <UiDialog :open="true" wide :title="t('written.write')" @close="emit('close')">
    <div class="grid gap-3">
      <p v-if="about">{{ t("written.about", { about }) }}</p>
      <p v-if="team && !chosen.length">{{ t("written.toTeam") }}</p>
      <p v-else-if="chosen.length > 1" class="text-[14px] text-soft">
        {{ t("written.toMany", { n: chosen.length }) }} {{ t("written.each") }}
      </p>
      <ul v-if="names.length" class="flex flex-wrap gap-2">
        <li v-for="one in shown" :key="one.id" class="flex items-center gap-1 border border-rule px-2">
          {{ one.name }}
          <UiButton
            look="text"
            :aria-label="t('written.notTo', { name: one.name })"
            @click="chosen = chosen.filter((id) => id !== one.id)"
            >×</UiButton
          >
        </li>
        <li v-if="names.length > shown.length">
          <UiButton look="text" @click="all = true">{{
            t("written.moreNames", { n: names.length - shown.length })
          }}</UiButton>
        </li>
      </ul>
      <UiCombobox
        v-if="people.length"
        :key="chosen.length"
        on-sheet
        :entries="entries"
        chosen=""
        :label="t(groups.length ? 'written.toOrGroup' : 'written.to')"
        :none="t(groups.length ? 'written.toOrGroup' : 'written.to')"
        @choose="add"
      />
      <MessageForm
        v-if="ready"
        :slug="slug"
        :what="what"
        :people="chosen"
        :send="(html) => send(chosen, html)"
      />
    </div>
  </UiDialog>
</template>
