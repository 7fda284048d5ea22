<script setup lang="ts">
import { computed } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useTimes } from "@/ui/moment/zones";

/** What is known before a linked system opens: which, as whom, how far one is, how old that is. */
const { link, zone, now } = defineProps<{ link: Shapes["ItemLink"]; zone: string; now: string }>();
const { t } = useI18n();
const times = useTimes(() => zone);
const arrives = computed(() => {
  if (link.name_sent && link.email_sent)
    return t("links.nameEmail", { name: link.name_sent, email: link.email_sent });
  if (link.name_sent) return t("links.name", { name: link.name_sent });
  return link.email_sent ? t("links.email", { email: link.email_sent }) : t("links.number");
});
const far = computed(() => {
  if (!link.own) return t("links.farNothing");
  const scored = t(`links.grading.${link.own.grading}`);
  const words = [t(`links.activity.${link.own.activity}`), scored].filter(Boolean).join(", ");
  return `${words}, ${t("links.asOf", { at: times.value.moment(link.own.at) })}`;
});
const heard = computed(() =>
  link.heard_at
    ? t("links.heardAt", {
        at: times.value.moment(link.heard_at),
        ago: times.value.relative(link.heard_at, now),
      })
    : t("links.never"),
);
</script>

<template>
  <dl class="facts">
    <dt>{{ t("links.opensIn") }}</dt>
    <dd>{{ t(link.framed ? "links.frame" : "links.window", { system: link.system }) }}</dd>
    <dt>{{ t("links.section") }}</dt>
    <dd>{{ link.section || t("links.noSection") }}</dd>
    <dt>{{ t("links.arrives") }}</dt>
    <dd>{{ arrives }}</dd>
    <template v-if="!link.teaches">
      <dt>{{ t("links.far") }}</dt>
      <dd>{{ far }}</dd>
    </template>
    <dt>{{ t("links.heard") }}</dt>
    <dd>{{ heard }}</dd>
  </dl>
  <p v-if="link.silent_since" class="mt-2 text-late">
    {{ t("links.silent", { system: link.system, at: times.moment(link.silent_since) }) }}
  </p>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 4px 14px;
  overflow-wrap: anywhere;
}
.facts dt {
  color: var(--ink-soft);
}
@media screen and (max-width: 719px) {
  .facts {
    grid-template-columns: 1fr;
    gap: 0;
  }
  .facts dd {
    margin-bottom: 6px;
  }
}
</style>
