<script setup lang="ts">
import { useI18n } from "vue-i18n";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { shortcutsOpen, singleKeys } from "./shortcuts";

const { t } = useI18n();
const LIST = [
  ["?", "help"],
  ["g w", "week"],
  ["g s", "standing"],
  ["g t", "term"],
  ["g l", "library"],
  ["/", "search"],
  ["g d", "today"],
  ["j  k", "path"],
  ["d", "done"],
  ["[  ]", "weeks"],
  ["←  →", "ribbon"],
  ["Enter", "grade"],
  ["↑  ↓", "move"],
  ["⇧ ← →", "moveDay"],
  ["Space", "pick"],
] as const;
</script>

<template>
  <UiDialog :open="shortcutsOpen" :title="t('keys.title')" @close="shortcutsOpen = false">
    <UiCheck v-model="singleKeys" :label="t('keys.single')" />
    <p class="mb-3 text-[14px] text-soft">{{ t("keys.singleHint") }}</p>
    <dl class="grid grid-cols-[90px_1fr] gap-y-2">
      <template v-for="[key, name] in LIST" :key="name">
        <dt class="figures">{{ key }}</dt>
        <dd>{{ t(`keys.${name}`) }}</dd>
      </template>
    </dl>
    <button type="button" class="mt-4 text-deep underline" @click="shortcutsOpen = false">
      {{ t("app.close") }}
    </button>
  </UiDialog>
</template>
