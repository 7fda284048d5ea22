<script setup lang="ts">
import { useKinds, type Kind } from "@/frame/kinds";
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import { useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";
import PickFrom from "@/items/systems/PickFrom.vue";

const { slug, moduleId, partId, part } = defineProps<{
  slug: string;
  moduleId: number;
  partId: number | null;
  part: string;
}>();
const emit = defineEmits<{ made: [id: number] }>();
const { t } = useI18n();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const kinds = useKinds();
const open = ref(false);
const kind = ref<Kind>("page");
const title = ref("");
useTyped(() => open.value && title.value);
const vFocus = { mounted: (el: HTMLElement) => el.focus() };

async function make(): Promise<void> {
  const wish = { module: moduleId, part_id: partId, kind: kind.value, title: title.value };
  const change = await writes.newItem.mutateAsync(wish);
  said(t("layout.made", { title: title.value }), change);
  title.value = "";
  open.value = false;
  emit("made", change.id);
}
</script>

<template>
  <form
    v-if="open"
    class="flex flex-wrap items-center gap-2 border-b border-rule-faint py-2 pr-3 pl-3 sm:pl-14"
    @submit.prevent="make"
    @keydown.esc="open = false"
  >
    <select v-model="kind" class="field !w-auto" :aria-label="t('layout.kind')">
      <option v-for="one in kinds.offered.value" :key="one.code" :value="one.code">{{ one.word }}</option>
    </select>
    <input
      v-model="title"
      v-focus
      class="field max-w-sm flex-1"
      :aria-label="t('layout.title')"
      :placeholder="t('layout.title')"
      required
    />
    <UiButton look="main" type="submit" :disabled="writes.newItem.isPending.value">{{
      t("layout.make")
    }}</UiButton>
    <UiButton look="text" @click="open = false">{{ t("app.cancel") }}</UiButton>
    <PickFrom
      v-if="kinds.kindOf(kind)?.worked_elsewhere"
      :slug="slug"
      :place="{ module_id: moduleId, part_id: partId, item_ids: [] }"
      :label="t('links.pickOr')"
    />
  </form>
  <div v-else class="border-b border-rule-faint pl-3 sm:pl-14">
    <button
      type="button"
      class="min-h-7 text-[13.5px] text-deep hover:underline"
      :aria-label="t('layout.addItemTo', { part })"
      @click="open = true"
    >
      + {{ t("layout.addItem") }}
    </button>
  </div>
</template>
