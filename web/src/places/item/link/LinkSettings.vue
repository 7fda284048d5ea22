<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useUnsaved } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import PickFrom from "@/items/systems/PickFrom.vue";
import { useSystems } from "@/items/systems/queries";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useLinkWrites } from "./queries";

/** Which system an item opens, where in it, and how. */
const { link, slug, id } = defineProps<{
  link: Shapes["ItemLink"] | undefined;
  slug: string;
  id: number;
}>();
const { t } = useI18n();
const wrong = useWrong();
const { ofCourse } = useSystems(() => slug);
const writes = useLinkWrites(
  () => slug,
  () => id,
);
const systems = computed(() => ofCourse.data.value?.systems.filter((one) => !one.waits && !one.off) ?? []);
const form = ref({ system: "", address: "", custom: "", how: "" });
const refused = ref("");
let kept = JSON.stringify(form.value);
const typed = () => JSON.stringify(form.value);
useUnsaved(() => typed() !== kept);

watch(
  () => link,
  (now) => {
    if (typed() !== kept) return;
    const how = now?.opens === "system" || !now ? "" : now.opens;
    form.value = {
      system: now?.system_key ?? "",
      address: now?.address ?? "",
      custom: now?.custom ?? "",
      how,
    };
    kept = typed();
  },
  { immediate: true },
);

async function keep(): Promise<void> {
  refused.value = "";
  const { how, ...rest } = form.value;
  try {
    await writes.link.mutateAsync({ ...rest, framed: how === "" ? null : how === "frame" });
    kept = typed();
    say(t("links.saved"));
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <form class="card grid gap-3 px-4 py-3" @submit.prevent="keep">
    <h2 class="text-[18px] font-bold">{{ t("links.settings") }}</h2>
    <PickFrom :slug="slug" :place="{ item_ids: [id] }" :label="t('links.pickForItem')" />
    <UiField v-slot="{ field }" :label="t('links.system')">
      <select :id="field" v-model="form.system" class="field" required>
        <option value="" disabled>{{ t("links.choose") }}</option>
        <option v-for="one in systems" :key="one.key" :value="one.key">{{ one.name }}</option>
      </select>
    </UiField>
    <UiField v-slot="{ field }" :label="t('links.address')">
      <input :id="field" v-model="form.address" class="field" type="url" maxlength="1000" />
    </UiField>
    <p class="-mt-2 text-[14px] text-soft">{{ t("links.addressHint") }}</p>
    <UiField v-slot="{ field }" :label="t('links.custom')">
      <textarea :id="field" v-model="form.custom" class="field figures" rows="2" />
    </UiField>
    <p class="-mt-2 text-[14px] text-soft">{{ t("links.customHint") }}</p>
    <UiField v-slot="{ field }" :label="t('links.how')">
      <select :id="field" v-model="form.how" class="field">
        <option value="">{{ t("links.asSystem") }}</option>
        <option value="window">{{ t("links.ownWindow") }}</option>
        <option value="frame">{{ t("links.inFrame") }}</option>
      </select>
    </UiField>
    <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
    <p>
      <UiButton type="submit" :disabled="writes.link.isPending.value">{{ t("app.save") }}</UiButton>
    </p>
  </form>
</template>
