<script setup lang="ts">
import { useQuery, useQueryClient } from "@tanstack/vue-query";
import { ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink, useRouter } from "vue-router";
import { client, told } from "@/api/client";
import { general } from "@/api/reads";
import LoadingNote from "@/frame/LoadingNote.vue";
import { leaveNothing } from "@/frame/leaving";
import { useWrong } from "@/frame/writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import DoorFrame from "../components/DoorFrame.vue";
import NewPassword from "../components/NewPassword.vue";

/** Who was invited sets a name and a password, and is in. */
const { secret } = defineProps<{ secret: string }>();
const { t } = useI18n();
const router = useRouter();
const queries = useQueryClient();
const wrongOf = useWrong();
const { data: invited, error } = useQuery({ ...general.invitation(() => secret), retry: false });
const name = ref("");
const password = ref("");
const wrong = ref("");
const busy = ref(false);
watch(
  invited,
  (found) => {
    if (found && !name.value) name.value = found.name;
  },
  { immediate: true },
);

async function accept(): Promise<void> {
  wrong.value = "";
  busy.value = true;
  try {
    await leaveNothing();
    await told(
      client.POST("/api/invitations/{secret}", {
        params: { path: { secret } },
        body: { name: name.value, password: password.value },
      }),
    );
    queries.clear();
    await router.push("/");
  } catch (failure) {
    wrong.value = wrongOf(failure);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <DoorFrame v-if="error" :title="t('door.noInvitation')" :line="wrongOf(error)">
    <p>
      <RouterLink to="/sign-in">{{ t("door.toSignIn") }}</RouterLink> ·
      <RouterLink to="/forgotten">{{ t("door.forgotten") }}</RouterLink>
    </p>
  </DoorFrame>
  <DoorFrame v-else-if="invited" :title="t('door.welcome')" :line="invited.courses.join(', ')">
    <form class="grid gap-4" @submit.prevent="accept">
      <p class="text-[15px]">{{ t("door.address", { address: invited.email }) }}</p>
      <UiField v-slot="{ field }" :label="t('door.yourName')"
        ><input :id="field" v-model="name" class="field" autocomplete="name" maxlength="150" required
      /></UiField>
      <input class="sr-only" type="hidden" :value="invited.email" autocomplete="username" />
      <NewPassword v-model="password" />
      <p v-if="wrong" role="alert" class="text-late">{{ wrong }}</p>
      <div>
        <UiButton look="main" type="submit" :disabled="busy">{{ t("door.begin") }}</UiButton>
      </div>
    </form>
  </DoorFrame>
  <LoadingNote v-else />
</template>
