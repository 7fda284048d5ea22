<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import { wishKey, type Shapes } from "@/api/client";
import { courseAsked, nearAsked } from "@/api/reads";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useLater } from "@/frame/later";
import { itemPath } from "@/frame/addresses";
import { useMe, useRibbon } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import { say } from "@/ui/notice/notices";
import RichText from "@/ui/richtext/RichText.vue";
import { uploadQuestionPicture, useAsking, useAskingAnswer, useAskingProblem } from "../asking";

/** 'Ask about this': whom first, what was asked already, and what comes along by itself. */
const {
  slug,
  about,
  itemId = null,
  title = "",
  answer = 0,
  ticket = "",
} = defineProps<{
  slug: string;
  about: Shapes["QuestionIn"]["about"];
  itemId?: number | null;
  /** Of the item that it is about. */
  title?: string;
  /** One's own answer in a quiz: it goes along with the numbers and tries, and nobody else of the class finds it. */
  answer?: number;
  /** For what comes along from a linked system. */
  ticket?: string;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useAsking(() => slug);
const askAnswer = useAskingAnswer(() => slug);
const askProblem = useAskingProblem(() => slug);
const { data: me } = useMe();
const { data: asking } = useQuery(courseAsked(() => slug).asking());
const { data: ribbon } = useRibbon(() => slug);
const TEAM = -1;
const QUIET_MS = 700;
const LEAST = 12;
const whom = ref(TEAM);
const what = `question.${slug}.${about}.${itemId ?? 0}.${ticket ? "there" : answer}`;
const person = () => me.value?.id ?? 0;
const kept = keptTyped<string>(person(), what);
const html = ref(kept?.value ?? "");
const open = ref(about !== "score");
const near = ref<Shapes["Near"] | null>(null);
const refused = ref("");
/** About a score: to have it given anew, or only to ask. */
const again = ref(false);
const { mayClose, saved } = useTyped(() => html.value);
const other = computed(() => asking.value?.others[whom.value]);
/** A letter to somebody outside, begun with what it is about and what was typed. */
const letter = computed(() => {
  const code = ribbon.value?.code ?? "";
  const subject = title ? `${code}: ${title}` : code;
  const at = itemId ? new URL(itemPath(slug, itemId), location.origin).href : "";
  const body = [plain.value, at].filter(Boolean).join("\n\n");
  return `mailto:${other.value?.contact ?? ""}?${new URLSearchParams({ subject, body }).toString().replaceAll("+", "%20")}`;
});
const plain = computed(() => html.value.replace(/<[^>]*>/g, " ").trim());
let [key, keyed] = ["", ""];

/** Looked up once the typing rests. */
const rested = useLater(() => plain.value, QUIET_MS);
watch(rested, async (text) => {
  const found = text.length >= LEAST ? await nearAsked(slug, text).catch(() => null) : null;
  if (text === rested.value) near.value = found;
});

function changed(fresh: string): void {
  html.value = fresh;
  keepTyped(person(), what, fresh, 0);
}

function done(words: string): void {
  saved();
  dropTyped(person(), what);
  say(words);
  emit("close");
}

async function cancel(): Promise<void> {
  if (!(await mayClose())) return;
  dropTyped(person(), what);
  emit("close");
}

async function send(): Promise<void> {
  refused.value = "";
  const wish = `${again.value}.${html.value}`;
  if (keyed !== wish) [key, keyed] = [wishKey(), wish];
  try {
    if (answer && itemId) await askAnswer.mutateAsync({ itemId, answer, html: html.value, key });
    else if (ticket && itemId) await askProblem.mutateAsync({ itemId, ticket, html: html.value, key });
    else
      await writes.ask.mutateAsync({
        about,
        item_id: itemId,
        html: html.value,
        open_to_class: open.value,
        regrade: again.value,
        key,
      });
    done(t("asked.sent", { n: asking.value?.answer_days ?? 2 }, asking.value?.answer_days ?? 2));
  } catch (error) {
    refused.value = `${wrong(error)} ${t("talk.kept")}`;
  }
}

async function meToo(id: number): Promise<void> {
  if (await writes.too.mutateAsync({ id, on: true }).catch(() => null)) done(t("asked.tooSent"));
}
</script>

<template>
  <UiDialog
    :open="true"
    wide
    :title="about === 'course' ? t('asked.askCourse') : t('asked.askAbout', { title })"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form class="grid gap-3" @submit.prevent="send">
      <fieldset v-if="asking">
        <legend class="mb-1 text-[13.5px] text-soft">{{ t("asked.whom") }}</legend>
        <label class="flex min-h-7 items-baseline gap-2">
          <input v-model="whom" type="radio" name="whom" :value="TEAM" />
          <span
            ><b class="font-semibold">{{ asking.team.join(", ") || t("asked.team") }}</b>
            <span class="ml-2 text-soft">{{ t("asked.teamFor") }}</span></span
          >
        </label>
        <label v-for="(one, n) in asking.others" :key="one.name" class="flex min-h-7 items-baseline gap-2">
          <input v-model="whom" type="radio" name="whom" :value="n" />
          <span
            ><b class="font-semibold">{{ one.name }}</b
            ><span class="ml-2 text-soft">{{ one.answers }}</span></span
          >
        </label>
      </fieldset>
      <div v-if="other" class="card px-4 py-3">
        <p>{{ t("asked.elsewhere", { name: other.name }) }}</p>
        <p v-if="other.hours" class="mt-1">{{ other.hours }}</p>
        <p v-if="other.contact" class="mt-1">
          <a v-if="other.contact.includes('@')" :href="letter">{{ other.contact }}</a>
          <template v-else>{{ other.contact }}</template>
        </p>
        <p class="mt-1 text-[14px] text-soft">{{ t("asked.elsewhereHint", { title: title || slug }) }}</p>
      </div>
      <!-- What is typed stays while its writer looks whom else to ask. -->
      <div v-show="!other" class="grid gap-3">
        <fieldset v-if="about === 'score'">
          <legend class="mb-1 text-[13.5px] text-soft">{{ t("regrade.what") }}</legend>
          <label class="flex min-h-7 items-baseline gap-2">
            <input v-model="again" type="radio" name="what" :value="false" />{{ t("regrade.question") }}
          </label>
          <label class="flex min-h-7 items-baseline gap-2">
            <input v-model="again" type="radio" name="what" :value="true" />
            <span
              >{{ t("regrade.again")
              }}<span v-if="again" class="block text-[14px] text-soft">{{
                t("regrade.againHint")
              }}</span></span
            >
          </label>
        </fieldset>
        <p class="text-[14px] text-soft">{{ t(`asked.along.${answer || ticket ? "answer" : about}`) }}</p>
        <RichEditor
          low
          :html="kept?.value ?? ''"
          :label="t(again ? 'regrade.text' : 'asked.text')"
          :slug="slug"
          :upload="(file) => uploadQuestionPicture(slug, file)"
          @change="changed"
        />
        <section
          v-if="near && (near.answered.length || near.asked.length)"
          class="card px-4 py-3"
          :aria-label="t('asked.near')"
          role="status"
        >
          <h3 class="font-semibold">{{ t("asked.near") }}</h3>
          <details v-for="one in near.answered" :key="one.title" class="mt-1">
            <summary class="min-h-6 cursor-pointer text-deep">{{ one.title }}</summary>
            <RichText :html="one.html" />
          </details>
          <div v-for="one in near.asked" :key="one.id" class="mt-2 border-t border-rule-faint pt-2">
            <RichText class="quoted" :html="one.html" />
            <RichText v-for="line in one.lines" :key="line.id" class="quoted answer" :html="line.html" />
            <UiButton v-if="one.waits_since && !one.own_too" @click="meToo(one.id)">{{
              t("asked.meToo")
            }}</UiButton>
            <span v-if="one.own_too" class="text-[14px] text-soft">{{ t("asked.isToo") }}</span>
          </div>
        </section>
        <UiCheck v-if="about !== 'score' && !answer && !ticket" v-model="open" :label="t('asked.open')" />
        <p v-else class="text-[14px] text-soft">{{ t("asked.private") }}</p>
        <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
        <div class="flex gap-2">
          <UiButton
            look="main"
            type="submit"
            :disabled="!plain || writes.ask.isPending.value || askAnswer.isPending.value"
            >{{ t("asked.send") }}</UiButton
          >
          <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
        </div>
      </div>
    </form>
  </UiDialog>
</template>

<style scoped>
.quoted {
  font-size: 15px;
}
.answer {
  margin: 4px 0;
  padding-left: 10px;
  border-left: 3px solid var(--deep);
}
</style>
