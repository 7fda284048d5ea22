<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import { resetPassword } from "@/api/account";
import UiButton from "@/ui/button/UiButton.vue";
import DoorFrame from "../components/DoorFrame.vue";
import NewPassword from "../components/NewPassword.vue";
import { useDoorWrong } from "../wrong";

/** Another password, by the link of a mail. */
const { secret } = defineProps<{ secret: string }>();
const { t } = useI18n();
const wrongOf = useDoorWrong();
const password = ref("");
const done = ref(false);
const wrong = ref("");

async function set(): Promise<void> {
  wrong.value = "";
  try {
    await resetPassword(secret, password.value);
    done.value = true;
  } catch (error) {
    wrong.value = wrongOf(error);
  }
}
</script>

<template>
  <DoorFrame :title="t('door.another')" :line="done ? t('door.isSet') : ''">
    <UiButton v-if="done" look="main" to="/sign-in">{{ t("signIn.go") }}</UiButton>
    <form v-else class="grid gap-4" @submit.prevent="set">
      <NewPassword v-model="password" />
      <p v-if="wrong" role="alert" class="text-late">{{ wrong }}</p>
      <div>
        <UiButton look="main" type="submit">{{ t("door.set") }}</UiButton>
      </div>
      <p>
        <RouterLink to="/forgotten">{{ t("door.askAgain") }}</RouterLink>
      </p>
    </form>
  </DoorFrame>
</template>
