<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { useLayoutWrites } from "@/items/queries";
import { useSaid } from "@/items/said";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import type { Openable } from "../model/opening";

/** What is shown to students, now or from a day on: a module, a part or an item, with what of it is still a draft. */
const { slug, what, dated } = defineProps<{ slug: string; what: Openable; dated: boolean }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useLayoutWrites(() => slug);
const said = useSaid(() => slug);
const chosen = ref(what.drafts.map((one) => one.id));
const when = ref<"now" | "on">("now");
const wall = ref("");
const refused = ref("");
const { mayClose } = useTyped(() => [chosen.value, when.value, wall.value]);
const many = computed(() => what.drafts.length > 1 || (what.modules.length > 0 && what.drafts.length > 0));
const ready = computed(
  () => (what.modules.length || chosen.value.length) && (when.value === "now" || wall.value),
);

async function send(published: boolean): Promise<void> {
  refused.value = "";
  const on = published && when.value === "on" ? wall.value : null;
  const items = published ? chosen.value : what.items;
  try {
    said(null, await writes.opening.mutateAsync({ modules: what.modules, items, published, on }));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    :open="true"
    :title="t(what.open ? 'opening.isOpen' : 'opening.title', { title: what.title })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form v-if="!what.open" class="grid gap-3" @submit.prevent="send(true)">
      <fieldset class="flex flex-wrap items-center gap-x-6 gap-y-1">
        <legend class="sr-only">{{ t("opening.when") }}</legend>
        <label class="flex min-h-7 items-center gap-2">
          <input v-model="when" type="radio" value="now" /> {{ t("opening.now") }}
        </label>
        <label v-if="dated" class="flex min-h-7 items-center gap-2">
          <input v-model="when" type="radio" value="on" /> {{ t("opening.on") }}
        </label>
      </fieldset>
      <MomentField
        v-if="when === 'on'"
        v-model="wall"
        :label="t('opening.day')"
        :time-label="t('opening.time')"
        usual="00:00"
      />
      <fieldset v-if="many">
        <legend class="mb-1 text-[14px] text-soft">{{ t("opening.drafts") }}</legend>
        <div class="max-h-56 overflow-y-auto border border-rule px-3 py-1.5">
          <label v-for="one in what.drafts" :key="one.id" class="flex min-h-7 items-center gap-2 text-[15px]">
            <input v-model="chosen" type="checkbox" :value="one.id" /> {{ one.title }}
          </label>
        </div>
      </fieldset>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!ready || writes.opening.isPending.value">{{
          t(when === "now" ? "opening.doNow" : "opening.doOn")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
    <template v-else>
      <p class="mb-4">{{ t("opening.back", { n: what.items.length }, what.items.length) }}</p>
      <p v-if="refused" role="alert" class="mb-3 text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" @click="send(false)">{{ t("opening.doBack") }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </template>
  </UiDialog>
</template>
