<script setup lang="ts">
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import LoadingNote from "@/frame/LoadingNote.vue";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useAccountWrites, useCode } from "../queries";

/** A class code: what it lets into is shown before one confirms. */
const { code } = defineProps<{ code: string }>();
const { t } = useI18n();
const router = useRouter();
const wrong = useWrong();
const typed = ref(code);
const { data: found, error, isFetching } = useCode(() => code);
const { join } = useAccountWrites();
const refused = ref("");
watch(
  () => code,
  (now) => {
    typed.value = now;
    refused.value = "";
  },
);

const look = (): void => void router.push(`/join/${encodeURIComponent(typed.value.trim())}`);
async function confirm(): Promise<void> {
  refused.value = "";
  try {
    const joined = await join.mutateAsync(code);
    say(t(joined.fate === "moved" ? "join.moved" : "join.in"));
    await router.push(`/c/${joined.slug}`);
  } catch (failure) {
    refused.value = wrong(failure);
  }
}
</script>

<template>
  <main id="content" class="first-page">
    <h1 class="mb-3 text-[26px] font-bold">{{ t("join.title") }}</h1>
    <form class="mb-5 flex flex-wrap items-end gap-3" @submit.prevent="look">
      <UiField v-slot="{ field }" :label="t('join.code')"
        ><input
          :id="field"
          v-model="typed"
          class="field figures !w-48"
          autocapitalize="characters"
          autocomplete="off"
          maxlength="20"
          required
      /></UiField>
      <UiButton type="submit" :look="found ? 'plain' : 'main'">{{ t("join.look") }}</UiButton>
    </form>
    <p v-if="error && code" role="alert" class="text-late">{{ wrong(error) }}</p>
    <section v-else-if="found" class="card max-w-[560px] p-5">
      <p class="figures text-soft">{{ found.course }}</p>
      <h2 class="mb-2 text-[22px] font-bold">{{ found.title }}</h2>
      <dl class="facts mb-4">
        <template v-if="found.section">
          <dt>{{ t("roster.section") }}</dt>
          <dd>{{ found.section }}</dd>
        </template>
        <template v-if="found.term">
          <dt>{{ t("join.term") }}</dt>
          <dd>{{ found.term }}</dd>
        </template>
        <dt>{{ t("join.with") }}</dt>
        <dd>{{ found.instructors.join(", ") }}</dd>
      </dl>
      <p v-if="found.fate === 'moved'" class="mb-3">
        {{ t("join.moves", { from: found.present_section, to: found.section }) }}
      </p>
      <p v-if="refused" role="alert" class="mb-3 text-late">{{ refused }}</p>
      <template v-if="found.fate === 'already' || found.fate === 'teaches'">
        <p class="mb-3">{{ t(`join.${found.fate}`) }}</p>
        <UiButton look="main" :to="`/c/${found.slug}`">{{ t("join.toCourse") }}</UiButton>
      </template>
      <p v-else-if="found.fate === 'returned'">{{ t("join.returned") }}</p>
      <UiButton v-else look="main" :disabled="join.isPending.value" @click="confirm">{{
        t(`join.go.${found.fate}`)
      }}</UiButton>
    </section>
    <LoadingNote v-else-if="isFetching" />
    <p v-else class="max-w-[60ch] text-soft">{{ t("join.line") }}</p>
  </main>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 100px 1fr;
  gap: 3px 12px;
}
.facts dt {
  color: var(--ink-soft);
}
</style>
