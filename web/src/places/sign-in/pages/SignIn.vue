<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRoute, useRouter } from "vue-router";
import { signIn } from "@/api/account";
import { Problem } from "@/api/client";
import { general } from "@/api/reads";
import { leaveNothing } from "@/frame/leaving";
import UiButton from "@/ui/button/UiButton.vue";

const TOO_MANY = 429;
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const queries = useQueryClient();
const name = ref("");
const password = ref("");
const wrong = ref("");
const busy = ref(false);
const { data: people } = useQuery(general.demoPeople());

async function enter(as: string, secret: string): Promise<void> {
  busy.value = true;
  wrong.value = "";
  try {
    await leaveNothing();
    await signIn(as, secret);
    queries.clear();
    const next = String(route.query.next ?? "/");
    await router.push(/^\/(?!\/|sign-in)/.test(next) ? next : "/");
  } catch (error) {
    const status = error instanceof Problem ? error.status : 0;
    wrong.value =
      status === TOO_MANY ? t("signIn.tooMany") : status ? t("signIn.refused") : t("wrong.noAnswer");
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main id="content" class="grid min-h-screen lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
    <section class="flex flex-col justify-center px-6 py-10 sm:px-14">
      <p class="font-head text-[34px] font-extrabold tracking-tight">
        {{ t("app.name") }}<span class="text-now" aria-hidden="true">.</span>
      </p>
      <p class="mb-8 max-w-md text-[17px] text-soft">{{ t("signIn.line") }}</p>
      <form class="max-w-sm" @submit.prevent="enter(name, password)">
        <h1 class="mb-4 text-[24px] font-bold">{{ t("signIn.title") }}</h1>
        <label class="mb-1 block text-[14px]" for="sign-name">{{ t("signIn.name") }}</label>
        <input
          id="sign-name"
          v-model="name"
          class="field mb-3"
          autocomplete="username"
          autocapitalize="none"
          required
        />
        <label class="mb-1 block text-[14px]" for="sign-word">{{ t("signIn.password") }}</label>
        <input
          id="sign-word"
          v-model="password"
          class="field mb-4"
          type="password"
          autocomplete="current-password"
          required
        />
        <p v-if="wrong" role="alert" class="mb-4 text-late">{{ wrong }}</p>
        <div class="flex flex-wrap items-center gap-4">
          <UiButton look="main" type="submit" :disabled="busy">{{ t("signIn.go") }}</UiButton>
          <RouterLink to="/forgotten">{{ t("door.forgotten") }}</RouterLink>
        </div>
      </form>
    </section>
    <section
      v-if="people?.length"
      class="flex flex-col justify-center border-rule bg-sheet px-6 py-10 sm:px-14 lg:border-l"
    >
      <h2 class="mb-2 text-[20px] font-bold">{{ t("signIn.demo") }}</h2>
      <p class="mb-4 max-w-md text-soft">{{ t("signIn.demoHint", { password: people[0]?.password }) }}</p>
      <ul class="max-w-xl border-t border-rule">
        <li
          v-for="person in people"
          :key="person.username"
          class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2.5"
        >
          <span class="min-w-0 flex-1">
            <b class="font-semibold">{{ person.name }}</b>
            <span class="block text-[14px] text-soft">{{ person.part }}</span>
          </span>
          <code class="figures text-soft">{{ person.username }}</code>
          <UiButton
            :disabled="busy"
            :aria-label="t('signIn.as', { name: person.name })"
            @click="enter(person.username, person.password)"
          >
            {{ t("signIn.go") }}
          </UiButton>
        </li>
      </ul>
    </section>
  </main>
</template>
