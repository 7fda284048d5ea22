<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { say } from "@/ui/notice/notices";
import { useSystemWrites } from "./queries";

/** A system is linked: it registers itself at an address that it gives out, or all is typed by hand. */
const { slug, ours } = defineProps<{ slug: string; ours: Shapes["OurAddresses"] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSystemWrites(() => slug);
const address = ref("");
const refused = ref("");
const opened = ref(false);
const byHand = ref(false);
const SCOPES = ["line_items", "scores", "results", "members"] as const;
const empty = () => ({
  name: "",
  login_address: "",
  launch_address: "",
  redirects: "",
  keys_address: "",
  picking_address: "",
  custom: "",
  sends_name: true,
  sends_email: false,
});
const form = ref(empty());
const typed = useTyped(() => [address.value, form.value]);

async function register(): Promise<void> {
  refused.value = "";
  // Opened while the press still counts as one; filled when the address is known.
  const away = window.open("about:blank", "_blank");
  try {
    const begun = await writes.register.mutateAsync(address.value);
    if (away) away.location.href = begun.address;
    else location.href = begun.address;
    opened.value = true;
    address.value = "";
    typed.saved();
  } catch (error) {
    away?.close();
    refused.value = wrong(error);
  }
}

async function join(): Promise<void> {
  refused.value = "";
  const { redirects, ...rest } = form.value;
  const more = redirects.split("\n").map((line) => line.trim());
  const all = more.filter(Boolean);
  try {
    const made = await writes.join.mutateAsync({
      ...rest,
      redirects: all.length ? [rest.launch_address, ...all] : [],
      scopes: [...SCOPES],
      state_address: "",
    });
    form.value = empty();
    byHand.value = false;
    typed.saved();
    say(t("links.joined", { name: made.name }));
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <section class="card grid gap-3 px-4 py-3" :aria-label="t('links.joinTitle')">
    <h2 class="text-[18px] font-bold">{{ t("links.joinTitle") }}</h2>
    <form class="grid gap-2" @submit.prevent="register">
      <UiField v-slot="{ field }" :label="t('links.registration')">
        <input :id="field" v-model="address" class="field" type="url" maxlength="1000" required />
      </UiField>
      <p class="text-[14px] text-soft">{{ t("links.registrationHint") }}</p>
      <p>
        <UiButton look="main" type="submit" :disabled="writes.register.isPending.value">{{
          t("links.register")
        }}</UiButton>
        <UiButton look="text" class="ml-2" :aria-expanded="byHand" @click="byHand = !byHand">{{
          t("links.byHand")
        }}</UiButton>
      </p>
      <p v-if="opened" role="status">{{ t("links.registering") }}</p>
    </form>
    <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
    <form v-if="byHand" class="grid gap-3 border-t border-rule pt-3" @submit.prevent="join">
      <h3 class="font-semibold">{{ t("links.ourSide") }}</h3>
      <dl class="ours text-[14px]">
        <dt>{{ t("links.issuer") }}</dt>
        <dd class="figures">{{ ours.issuer }}</dd>
        <dt>{{ t("links.authorize") }}</dt>
        <dd class="figures">{{ ours.authorize }}</dd>
        <dt>{{ t("links.token") }}</dt>
        <dd class="figures">{{ ours.token }}</dd>
        <dt>{{ t("links.keySet") }}</dt>
        <dd class="figures">{{ ours.keys }}</dd>
      </dl>
      <UiField v-slot="{ field }" :label="t('links.systemName')"
        ><input :id="field" v-model="form.name" class="field" maxlength="120" required
      /></UiField>
      <UiField v-slot="{ field }" :label="t('links.loginAddress')"
        ><input :id="field" v-model="form.login_address" class="field" type="url" required
      /></UiField>
      <UiField v-slot="{ field }" :label="t('links.launchAddress')"
        ><input :id="field" v-model="form.launch_address" class="field" type="url" required
      /></UiField>
      <UiField v-slot="{ field }" :label="t('links.keysAddress')"
        ><input :id="field" v-model="form.keys_address" class="field" type="url" required
      /></UiField>
      <UiField v-slot="{ field }" :label="t('links.pickAddress')"
        ><input :id="field" v-model="form.picking_address" class="field" type="url"
      /></UiField>
      <UiField v-slot="{ field }" :label="t('links.redirects')">
        <textarea :id="field" v-model="form.redirects" class="field" rows="2" />
      </UiField>
      <UiField v-slot="{ field }" :label="t('links.custom')">
        <textarea :id="field" v-model="form.custom" class="field" rows="2" />
      </UiField>
      <UiCheck v-model="form.sends_name" :label="t('links.sendName')" />
      <UiCheck v-model="form.sends_email" :label="t('links.sendEmail')" />
      <p>
        <UiButton look="main" type="submit">{{ t("links.join") }}</UiButton>
      </p>
    </form>
  </section>
</template>

<style scoped>
.ours {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 2px 12px;
}
.ours dd {
  overflow-wrap: anywhere;
}
</style>
