<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { askPassword } from "@/api/account";
import { useDoorWrong } from "../wrong";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import DoorFrame from "../components/DoorFrame.vue";

const { t } = useI18n();
const wrongOf = useDoorWrong();
const email = ref("");
const sent = ref(false);
const wrong = ref("");

async function ask(): Promise<void> {
  wrong.value = "";
  try {
    await askPassword(email.value);
    sent.value = true;
  } catch (error) {
    wrong.value = wrongOf(error);
  }
}
</script>

<template>
  <DoorFrame :title="t('door.forgotten')" :line="t(sent ? 'door.sent' : 'door.forgottenLine')">
    <form v-if="!sent" class="grid gap-4" @submit.prevent="ask">
      <UiField v-slot="{ field }" :label="t('people.email')"
        ><input :id="field" v-model="email" class="field" type="email" autocomplete="email" required
      /></UiField>
      <p v-if="wrong" role="alert" class="text-late">{{ wrong }}</p>
      <div>
        <UiButton look="main" type="submit">{{ t("door.send") }}</UiButton>
      </div>
    </form>
    <p class="mt-5">
      <RouterLink to="/sign-in">{{ t("door.toSignIn") }}</RouterLink>
    </p>
  </DoorFrame>
</template>
