<script setup lang="ts">
import { ref } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, type Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import RemovalDialog from "@/items/components/RemovalDialog.vue";
import { useLayoutWrites } from "@/items/queries";
import { useRemoving } from "@/items/removing";
import UiButton from "@/ui/button/UiButton.vue";
import type { Times } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";

/** One change: what each field was and is, and the way back. */
const { entry, slug, times } = defineProps<{ entry: Shapes["Change"]; slug: string; times: Times }>();
const { t, te } = useI18n();
const wrong = useWrong();
const { undo } = useLayoutWrites(() => slug);
const { asking, remove } = useRemoving();
const refused = ref("");
const field = (name: string): string =>
  te(`history.field.${name}`) ? t(`history.field.${name}`) : name.replaceAll("_", " ");

async function setBack(): Promise<void> {
  refused.value = "";
  const send = (knowing: boolean) =>
    undo.mutateAsync({ id: entry.id, knowing }).catch((error: unknown) => {
      if (error instanceof Problem && error.code !== "layout.changed_since") throw error;
      refused.value = wrong(error);
      return null;
    });
  if (await remove(send)) say(t("history.done"));
}
</script>

<template>
  <li class="entry" :class="{ undone: entry.undone }" :data-change="entry.id">
    <span class="figures when">{{ times.clock(entry.at) }}</span>
    <div class="min-w-0">
      <p>
        <b class="font-semibold">{{ entry.what }}</b> <span class="text-soft">· {{ entry.who }}</span>
        <span v-if="entry.undone" class="text-soft"> · {{ t("history.undone") }}</span>
      </p>
      <ul v-if="entry.lines.length" class="lines">
        <li v-for="(line, n) in entry.lines" :key="n">
          <span v-if="line.thing" class="text-soft">{{ line.thing }}: </span>{{ field(line.field) }}
          <template v-if="line.before !== null">
            <del v-if="line.before">{{ line.before }}</del><span v-else class="text-soft">{{
              t("history.none")
            }}</span>
            → <ins v-if="line.after">{{ line.after }}</ins><span v-else class="text-soft">{{
              t("history.none")
            }}</span>
          </template>
          <span v-else class="text-soft">{{ t("history.changed") }}</span>
        </li>
        <li v-if="entry.more" class="text-soft">{{ t("history.more", { n: entry.more }, entry.more) }}</li>
      </ul>
      <p v-if="refused" role="alert" class="mt-1 text-[14px] text-late">{{ refused }}</p>
    </div>
    <UiButton
      v-if="entry.can_set_back"
      class="self-start"
      :disabled="undo.isPending.value"
      :aria-label="t('history.setBackOf', { what: entry.what, at: times.moment(entry.at) })"
      @click="setBack"
      >{{ t("history.setBack") }}</UiButton
    >
    <RemovalDialog v-if="asking" :ask="asking" />
  </li>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr) auto;
  gap: 4px 12px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule-faint);
  font-size: 15px;
}
.when {
  padding-top: 2px;
  color: var(--ink-soft);
  font-size: 13.5px;
}
.lines {
  margin-top: 2px;
  font-size: 14px;
}
.undone b {
  text-decoration: line-through;
}
del {
  color: var(--ink-soft);
}
ins {
  font-weight: 600;
  text-decoration: none;
}
@media screen and (max-width: 719px) {
  .entry {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
