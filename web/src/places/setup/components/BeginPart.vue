<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { useRouter } from "vue-router";
import type { Shapes } from "@/api/client";
import { stepPath } from "@/frame/addresses";
import { useRibbon } from "@/frame/queries";
import UiButton from "@/ui/button/UiButton.vue";
import PastePart from "./PastePart.vue";
import RhythmPart from "./RhythmPart.vue";

/** What a new course is filled with first; it ends on the week sheet. */
const { slug, schedule } = defineProps<{ slug: string; schedule: Shapes["Schedule"] }>();
const { t } = useI18n();
const router = useRouter();
const { data: ribbon } = useRibbon(() => slug);
const HOW = computed(() => (schedule.dated ? (["rhythm", "paste", "hand"] as const) : (["hand"] as const)));
const how = ref<"rhythm" | "paste" | "hand">(schedule.dated ? "rhythm" : "hand");
const first = computed(() =>
  ribbon.value ? stepPath(slug, ribbon.value.cells[0]?.key ?? ribbon.value.current, schedule.dated) : "",
);
const go = (): void => void (first.value && router.push(first.value));
</script>

<template>
  <section>
    <h2 class="mb-1 text-[20px] font-bold">{{ t("begin.fill") }}</h2>
    <p class="mb-3 max-w-[72ch] text-soft">{{ t("begin.fillLine") }}</p>
    <div class="mb-5 grid gap-3 lg:grid-cols-3" role="radiogroup" :aria-label="t('begin.fill')">
      <label v-for="one in HOW" :key="one" class="card way" :class="{ on: how === one }">
        <input v-model="how" type="radio" name="how" :value="one" />
        <span
          ><b class="block font-semibold">{{ t(`begin.ways.${one}`) }}</b
          ><span class="text-[14px] text-soft">{{ t(`begin.wayLines.${one}`) }}</span></span
        >
      </label>
    </div>
    <RhythmPart v-if="how === 'rhythm'" :slug="slug" :schedule="schedule" @made="go" />
    <PastePart v-else-if="how === 'paste'" :slug="slug" :schedule="schedule" @made="go" />
    <UiButton v-else-if="first" look="main" :to="first">{{ t("begin.toFirst") }}</UiButton>
  </section>
</template>

<style scoped>
.way {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  padding: 12px 14px;
  cursor: pointer;
}
.way input {
  margin-top: 4px;
}
.on {
  box-shadow: inset 3px 0 0 var(--deep);
}
</style>
