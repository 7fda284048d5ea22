<script setup lang="ts">
import { ref, useTemplateRef, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute, useRouter } from "vue-router";
import { searchPath } from "@/frame/addresses";
import { useKeys } from "@/frame/shortcuts";

/** Search in the course; what is typed stands in the address. */
const { slug } = defineProps<{ slug: string }>();
const { t } = useI18n();
const route = useRoute();
const router = useRouter();
const field = useTemplateRef<HTMLInputElement>("field");
const text = ref(String(route.query.q ?? ""));
let waiting = 0;

watch(
  () => route.name,
  (name) => {
    if (name !== "search") text.value = "";
  },
);

function go(): void {
  window.clearTimeout(waiting);
  const to = searchPath(slug, text.value.trim());
  void (route.name === "search" ? router.replace(to) : router.push(to));
}

function typed(): void {
  window.clearTimeout(waiting);
  if (route.name === "search") waiting = window.setTimeout(go, 200);
}

function toHits(): void {
  document.querySelector<HTMLElement>("[data-hit] a")?.focus();
}

useKeys(() => ({ "/": () => field.value?.focus() }));
</script>

<template>
  <form role="search" class="search" @submit.prevent="go">
    <input
      ref="field"
      v-model="text"
      type="search"
      :aria-label="t('search.label')"
      :placeholder="t('search.label')"
      @input="typed"
      @keydown.down.prevent="toHits"
    />
  </form>
</template>

<style scoped>
.search {
  flex: 0 1 210px;
  min-width: 0;
}
input {
  width: 100%;
  height: 32px;
  padding: 0 10px;
  border: 1px solid color-mix(in srgb, var(--on-bar) 32%, transparent);
  border-radius: 4px;
  background: transparent;
  color: var(--on-bar);
  font-size: 15px;
}
input::placeholder {
  color: color-mix(in srgb, var(--on-bar) 70%, transparent);
}
@media screen and (max-width: 719px) {
  .search {
    display: none;
  }
}
</style>
