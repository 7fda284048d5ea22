<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useTimes } from "@/ui/moment/zones";
import RichText from "@/ui/richtext/RichText.vue";
import { useChanges, useEditions } from "../queries";

/** Earlier editions of a text, any two of them compared. */
const { slug, id, zone } = defineProps<{ slug: string; id: number; zone: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const { data: editions } = useEditions(
  () => slug,
  () => id,
);
const since = ref(0);
const until = ref(0);
watch(
  editions,
  (found) => {
    if (!found?.length || since.value) return;
    until.value = found[0]!.edition;
    since.value = found[1]?.edition ?? until.value;
  },
  { immediate: true },
);
const { data: changes } = useChanges(
  () => slug,
  () => id,
  () => since.value,
  () => until.value,
);
const named = computed(() =>
  (editions.value ?? []).map((e) => ({
    edition: e.edition,
    name: t("editions.one", { n: e.edition, at: times.value.moment(e.at), by: e.by }),
  })),
);
</script>

<template>
  <section class="mt-4 border border-rule p-4" :aria-label="t('editions.title')">
    <div class="mb-3 grid gap-3 sm:grid-cols-2">
      <label class="text-[14px] text-soft"
        >{{ t("editions.since") }}
        <select v-model="since" class="field mt-1">
          <option v-for="one in named" :key="one.edition" :value="one.edition">{{ one.name }}</option>
        </select>
      </label>
      <label class="text-[14px] text-soft"
        >{{ t("editions.until") }}
        <select v-model="until" class="field mt-1">
          <option v-for="one in named" :key="one.edition" :value="one.edition">{{ one.name }}</option>
        </select>
      </label>
    </div>
    <RichText v-if="changes" :html="changes.html" />
  </section>
</template>
