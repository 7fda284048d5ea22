<script setup lang="ts">
import { computed, ref, useId } from "vue";
import { useI18n } from "vue-i18n";
import { useQuery } from "@tanstack/vue-query";
import { place } from "@/api/reads";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { say, sayWrong } from "@/ui/notice/notices";
import { useSystemWrites } from "./queries";

/** Where a system of the whole place is put to use: everywhere, or in courses under a deployment of their own. */
const { system } = defineProps<{ system: Shapes["SystemOut"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSystemWrites(() => "");
const typed = ref("");
const ending = ref("");
const choices = useId();
const { data: courses } = useQuery({
  ...place.courses(
    () => typed.value.trim(),
    () => "",
  ),
  enabled: () => typed.value.trim().length > 1,
});
const everywhere = computed(() => system.deployments.some((one) => !one.course));

async function deploy(course: string): Promise<void> {
  try {
    await writes.deploy.mutateAsync({ key: system.key, course });
    typed.value = "";
    say(t("links.deployedNow"));
  } catch (error) {
    sayWrong(wrong(error));
  }
}
async function end(code: string): Promise<void> {
  try {
    await writes.endDeployment.mutateAsync({ key: system.key, code });
    ending.value = "";
  } catch (error) {
    sayWrong(wrong(error));
  }
}
</script>

<template>
  <section :aria-label="t('links.deployments')">
    <h3 class="font-semibold">{{ t("links.deployments") }}</h3>
    <p v-if="!system.deployments.length" class="text-late">{{ t("links.nowhere") }}</p>
    <ul>
      <li
        v-for="one in system.deployments"
        :key="one.code"
        class="flex min-h-9 flex-wrap items-center gap-x-3 border-b border-rule-faint text-[14px]"
      >
        <span class="min-w-0 flex-1">{{ one.course || t("links.everywhere") }}</span>
        <span class="figures text-soft">{{ one.code }}</span>
        <template v-if="ending === one.code">
          <span role="alert" class="w-full sm:w-auto">{{
            one.items ? t("links.endingItems", { n: one.items }, one.items) : t("links.endingNone")
          }}</span>
          <UiButton @click="end(one.code)">{{ t("links.end") }}</UiButton>
          <UiButton look="text" @click="ending = ''">{{ t("app.cancel") }}</UiButton>
        </template>
        <UiButton
          v-else
          look="text"
          :aria-label="t('links.endOne', { where: one.course || t('links.everywhere') })"
          @click="ending = one.code"
          >{{ t("links.end") }}</UiButton
        >
      </li>
    </ul>
    <form class="mt-2 flex flex-wrap items-end gap-2" @submit.prevent="deploy(typed.trim())">
      <UiField v-slot="{ field }" :label="t('links.deployIn')">
        <input :id="field" v-model="typed" class="field !w-56" required :list="choices" autocomplete="off" />
      </UiField>
      <datalist :id="choices">
        <option v-for="one in courses ?? []" :key="one.id" :value="one.slug">
          {{ one.code }} {{ one.title }}, {{ one.term }}
        </option>
      </datalist>
      <UiButton type="submit" :disabled="writes.deploy.isPending.value">{{ t("links.deploy") }}</UiButton>
      <UiButton v-if="!everywhere" :disabled="writes.deploy.isPending.value" @click="deploy('')">{{
        t("links.deployEverywhere")
      }}</UiButton>
    </form>
  </section>
</template>
