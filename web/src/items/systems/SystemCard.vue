<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { accessPath } from "@/frame/addresses";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { useTimes } from "@/ui/moment/zones";
import { say, sayWrong } from "@/ui/notice/notices";
import DeploymentList from "./DeploymentList.vue";
import { examined, useSystemWrites } from "./queries";

/** One system: what it may do, what it gets, how fresh it is, and what can be done to it. */
const { system, slug, zone } = defineProps<{ system: Shapes["SystemOut"]; slug: string; zone: string }>();
const { t } = useI18n();
const wrong = useWrong();
const times = useTimes(() => zone);
const writes = useSystemWrites(() => slug);
const letIn = ref({
  scopes: [...system.scopes],
  sends_name: system.sends_name,
  sends_email: system.sends_email,
});
const open = ref(false);
const steps = ref<Shapes["StepOut"][] | null>(null);
const asking = ref(false);
const whose = computed(() => {
  const of = system.course ? t("links.ofCourse", { course: system.course }) : t("links.ofPlace");
  return system.waits ? of : `${of}, ${t("links.items", { n: system.items }, system.items)}`;
});
/** A system of the whole place, seen by whoever keeps it for all. */
const deploys = computed(() => !slug && !system.course);
const scopes = computed(() => system.scopes.map((code) => t(`links.scope.${code}`)).join("; "));

async function test(): Promise<void> {
  asking.value = true;
  try {
    steps.value = (await examined(system.key, slug)).steps;
  } catch (error) {
    sayWrong(wrong(error));
  }
  asking.value = false;
}
async function change(body: Shapes["SystemChange"]): Promise<void> {
  try {
    await writes.change.mutateAsync({ key: system.key, ...body });
    say(t("links.saved"));
  } catch (error) {
    sayWrong(wrong(error));
  }
}
async function fetchNow(): Promise<void> {
  await writes.fetch.mutateAsync(system.key);
  say(t("links.fetching"));
}
</script>

<template>
  <article class="card px-4 py-3" :aria-label="system.name">
    <div class="flex flex-wrap items-baseline justify-between gap-x-4">
      <h2 class="text-[18px] font-bold [overflow-wrap:anywhere]">{{ system.name }}</h2>
      <p class="text-[14px] text-soft">
        {{ whose }}
        <b v-if="system.off" class="ml-2 text-late">{{ t("links.off") }}</b>
      </p>
    </div>
    <form
      v-if="system.waits && system.may_change"
      class="mt-2 grid gap-2"
      @submit.prevent="writes.letIn.mutate({ key: system.key, ...letIn })"
    >
      <p class="font-semibold">{{ t("links.waits") }}</p>
      <p class="text-[14px] text-soft [overflow-wrap:anywhere]">{{ system.launch_address }}</p>
      <fieldset>
        <legend>{{ t("links.asks") }}</legend>
        <label v-for="code in system.scopes" :key="code" class="flex min-h-7 items-center gap-2 text-[15px]"
          ><input v-model="letIn.scopes" type="checkbox" :value="code" />{{ t(`links.scope.${code}`) }}</label
        >
      </fieldset>
      <UiCheck v-model="letIn.sends_name" :label="t('links.sendName')" />
      <UiCheck v-model="letIn.sends_email" :label="t('links.sendEmail')" />
      <p>
        <UiButton look="main" type="submit">{{ t("links.letIn") }}</UiButton>
      </p>
    </form>
    <p v-else-if="system.waits" class="mt-2 text-soft">{{ t("links.waits") }}</p>
    <template v-else>
      <p v-if="slug" class="mt-1">
        <span v-if="system.heard_at">{{ t("links.heardShort", { at: times.moment(system.heard_at) }) }}</span>
        <span v-else class="text-soft">{{ t("links.neverHeard") }}</span>
      </p>
      <p v-if="system.silent_since" class="mt-1 text-late">
        {{ t("links.silent", { system: system.name, at: times.moment(system.silent_since) }) }}
      </p>
      <p v-if="system.failure && system.failed_at" class="mt-1 text-late">
        {{ t("links.failed", { at: times.moment(system.failed_at), why: system.failure }) }}
      </p>
      <p class="mt-1 text-[15px]">{{ system.sent }}</p>
      <p class="mt-1 text-[15px]">
        {{ scopes ? `${t("links.mayCall")} ${scopes}.` : t("links.mayNothing") }}
      </p>
      <div class="mt-3 flex flex-wrap items-center gap-2">
        <UiButton v-if="slug && system.asks_state && !system.off" @click="fetchNow">{{
          t("links.fetch")
        }}</UiButton>
        <RouterLink v-if="slug" :to="accessPath(slug, system.key)">{{ t("links.access") }}</RouterLink>
        <template v-if="system.may_change">
          <UiButton :disabled="asking" @click="test">{{ t("links.test") }}</UiButton>
          <UiButton look="text" :aria-expanded="open" @click="open = !open">{{ t("links.change") }}</UiButton>
        </template>
      </div>
      <p v-if="asking" role="status" class="mt-2 text-soft">{{ t("links.testing") }}</p>
      <div v-if="steps && !asking" role="status">
        <dl class="steps mt-3">
          <template v-for="step in steps" :key="step.name">
            <dt class="font-semibold">{{ step.name }}</dt>
            <dd :class="{ 'text-late': step.ok === false }">
              {{ t(step.ok === null ? "links.unknown" : step.ok ? "links.works" : "links.fails") }}:
              {{ step.said }}
            </dd>
          </template>
        </dl>
      </div>
      <div v-if="open" class="mt-3 grid gap-2 border-t border-rule pt-3">
        <label class="flex flex-wrap items-center gap-2 text-[15px]"
          >{{ t("links.opens") }}
          <select
            class="field !w-auto"
            :value="system.framed ? 'frame' : 'window'"
            @change="change({ framed: ($event.target as HTMLSelectElement).value === 'frame' })"
          >
            <option value="window">{{ t("links.ownWindow") }}</option>
            <option value="frame">{{ t("links.inFrame") }}</option>
          </select></label
        >
        <UiCheck
          :model-value="system.sends_name"
          :label="t('links.sendName')"
          @update:model-value="change({ sends_name: $event })"
        />
        <UiCheck
          :model-value="system.sends_email"
          :label="t('links.sendEmail')"
          @update:model-value="change({ sends_email: $event })"
        />
        <dl class="steps text-[14px]">
          <dt>{{ t("links.clientId") }}</dt>
          <dd class="figures">{{ system.client_id }}</dd>
          <dt v-if="!deploys">{{ t("links.deployment") }}</dt>
          <dd v-if="!deploys" class="figures">{{ system.deployments.map((one) => one.code).join(", ") }}</dd>
          <dt>{{ t("links.loginAddress") }}</dt>
          <dd>{{ system.login_address }}</dd>
          <dt>{{ t("links.launchAddress") }}</dt>
          <dd>{{ system.launch_address }}</dd>
          <dt>{{ t("links.keysAddress") }}</dt>
          <dd>{{ system.keys_address || "–" }}</dd>
        </dl>
        <DeploymentList v-if="deploys" :system="system" />
        <p>
          <UiButton @click="change({ off: !system.off })">{{
            t(system.off ? "links.switchOn" : "links.switchOff")
          }}</UiButton>
        </p>
      </div>
    </template>
  </article>
</template>

<style scoped>
.steps {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 2px 12px;
}
.steps dd {
  overflow-wrap: anywhere;
}
@media screen and (max-width: 719px) {
  .steps {
    grid-template-columns: 1fr;
  }
  .steps dd {
    margin-bottom: 6px;
  }
}
</style>
