<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import { setupPath } from "@/frame/addresses";
import UiButton from "@/ui/button/UiButton.vue";
import UiMenu from "@/ui/menu/UiMenu.vue";

/** What whoever lays a course out can do with an item, beside the one thing to do next: in a menu on a phone. */
const { slug, id } = defineProps<{ slug: string; id: number }>();
const emit = defineEmits<{ allow: []; set: [] }>();
const { t } = useI18n();
const router = useRouter();
const history = computed(() => `${setupPath(slug, "history")}?item=${id}`);
const choices = computed(() => [
  { key: "allow", label: t("allow.title") },
  { key: "history", label: t("history.of") },
  { key: "set", label: t("layout.edit") },
]);

function choose(key: string): void {
  if (key === "allow") emit("allow");
  else if (key === "set") emit("set");
  else void router.push(history.value);
}
</script>

<template>
  <UiMenu class="md:hidden" up :label="t('item.more')" :choices="choices" @choose="choose">⋯</UiMenu>
  <span class="flex items-center gap-3.5 max-md:hidden">
    <UiButton @click="emit('allow')">{{ t("allow.title") }}</UiButton>
    <UiButton look="text" :to="history">{{ t("history.of") }}</UiButton>
    <UiButton @click="emit('set')">{{ t("layout.edit") }}</UiButton>
  </span>
</template>
