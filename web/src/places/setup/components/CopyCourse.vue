<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { setupPath } from "@/frame/addresses";
import { useTyped } from "@/frame/unsaved";
import { say } from "@/ui/notice/notices";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { useSetupWrites } from "../queries";

/** A copy of the whole course; its dates are moved afterwards. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const router = useRouter();
const writes = useSetupWrites(() => slug);
const title = ref("");
const code = ref("");
const { saved } = useTyped(() => [title.value, code.value]);

async function copy(): Promise<void> {
  const made = await writes.copy.mutateAsync({ title: title.value, code: code.value }).catch(() => null);
  if (!made) return;
  saved();
  say(t("setup.copied", { title: made.title }));
  await router.push(setupPath(made.slug, "move"));
}
</script>

<template>
  <div>
    <h2 class="mt-6 mb-1 text-[16px] font-bold">{{ t("setup.copy") }}</h2>
    <form class="flex flex-wrap items-end gap-3" @submit.prevent="copy">
      <UiField v-slot="{ field }" :label="t('setup.copyCode')"
        ><input :id="field" v-model="code" class="field !w-36" required maxlength="20"
      /></UiField>
      <UiField v-slot="{ field }" :label="t('setup.copyTitle')"
        ><input :id="field" v-model="title" class="field !w-72" required maxlength="200"
      /></UiField>
      <UiButton type="submit" :disabled="writes.copy.isPending.value">{{ t("setup.copyGo") }}</UiButton>
    </form>
  </div>
</template>
