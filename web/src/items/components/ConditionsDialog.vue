<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { useWrong } from "@/frame/writes";
import { useOwnForm } from "@/frame/own-form";
import TheirChanges from "@/frame/TheirChanges.vue";
import LoadingNote from "@/frame/LoadingNote.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { blank, CONDITION_KINDS, conditionsIn, isWhole, type Condition } from "../model/conditions";
import { sayConditions, useConditions, useLayoutWrites } from "../queries";
import { useSaid } from "../said";
import ConditionFields from "./ConditionFields.vue";

/** What an item, a part or a module waits for, said back in a sentence while it is made. */
const { slug, kind, id, title } = defineProps<{
  slug: string;
  kind: "item" | "part" | "module";
  id: number;
  title: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const said = useSaid(() => slug);
const writes = useLayoutWrites(() => slug);
const {
  data: choices,
  error,
  refetch,
} = useConditions(
  () => slug,
  () => kind,
  () => id,
);
const { form, theirs, takeTheirs, save, mayClose } = useOwnForm(
  () => choices.value && { value: conditionsIn(choices.value), edition: choices.value.edition },
  () => refetch(),
);
const of = computed<Condition[]>(() => form.value?.of ?? []);
const words = ref("");
const refused = ref("");
const failed = ref("");
const unfinished = ref(false);
const wish = computed(() => ({
  kind,
  id,
  join: form.value?.join ?? "all",
  of: of.value.filter(isWhole),
}));

let asked = 0;
let waiting = 0;
watch(
  wish,
  (wanted) => {
    window.clearTimeout(waiting);
    waiting = window.setTimeout(async () => {
      const mine = ++asked;
      const [sentence, problem] = await sayConditions(slug, wanted).then(
        (found) => [found.words, ""],
        (failed: unknown) => ["", wrong(failed)],
      );
      if (mine !== asked) return;
      words.value = sentence ?? "";
      refused.value = problem ?? "";
    }, 250);
  },
  { deep: true, immediate: true },
);

function add(wanted: string): void {
  const kind = CONDITION_KINDS.find((one) => one === wanted);
  if (kind) of.value.push(blank(kind));
}

async function keep(): Promise<void> {
  unfinished.value = !of.value.every(isWhole);
  if (unfinished.value) return;
  failed.value = "";
  try {
    said(null, await save((edition) => writes.setConditions.mutateAsync({ edition, ...wish.value })));
    emit("close");
  } catch (error) {
    failed.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    :open="true"
    wide
    :title="t('conditions.title', { title })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form v-if="choices && form" class="grid gap-4" @submit.prevent="keep">
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <p v-else role="status" class="words">{{ words }}</p>
      <label v-if="of.length > 1" class="flex items-center gap-2 text-[15px]">
        {{ t("conditions.join") }}
        <select v-model="form.join" class="field !w-auto">
          <option value="all">{{ t("conditions.all") }}</option>
          <option value="any">{{ t("conditions.any") }}</option>
        </select>
      </label>
      <section v-for="(one, n) in of" :key="n" class="one" :aria-label="t(`conditions.on.${one.on}`)">
        <div class="flex items-center">
          <h3 class="font-semibold">{{ t(`conditions.on.${one.on}`) }}</h3>
          <UiButton
            look="text"
            class="ml-auto"
            :aria-label="t('conditions.removeOne', { n: n + 1 })"
            @click="of.splice(n, 1)"
            >{{ t("layout.remove") }}</UiButton
          >
        </div>
        <ConditionFields v-model="form.of[n]!" :choices="choices" />
        <p v-if="unfinished && !isWhole(one)" role="alert" class="mt-1 text-late">
          {{ t(`conditions.unfinished.${one.on}`) }}
        </p>
      </section>
      <div class="flex flex-wrap items-center gap-x-1" role="group" :aria-label="t('conditions.add')">
        <span class="mr-1 text-[14px] text-soft">{{ t("conditions.add") }}</span>
        <UiButton v-for="one in CONDITION_KINDS" :key="one" look="text" @click="add(one)">{{
          t(`conditions.new.${one}`)
        }}</UiButton>
      </div>
      <p v-if="failed" role="alert" class="text-late">{{ failed }}</p>
      <TheirChanges
        :theirs="theirs"
        :label="(name) => t(name === 'of' ? 'conditions.words' : 'conditions.join')"
        :words="(name, value) => (name === 'of' ? choices!.words : t(`conditions.${value}`))"
        @take="takeTheirs"
      />
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="!!refused || writes.setConditions.isPending.value">{{
          t("app.save")
        }}</UiButton>
        <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
      </div>
    </form>
    <template v-else>
      <p v-if="error" role="alert" class="mb-3 text-late">{{ wrong(error) }}</p>
      <LoadingNote v-else inside />
      <UiButton look="text" @click="emit('close')">{{ t("app.cancel") }}</UiButton>
    </template>
  </UiDialog>
</template>

<style scoped>
.words {
  padding: 8px 12px;
  border-left: 3px solid var(--now);
  background: var(--band);
  font-weight: 600;
}
.one {
  padding: 8px 12px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
</style>
