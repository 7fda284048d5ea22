<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import UiField from "@/ui/field/UiField.vue";
import RichText from "@/ui/richtext/RichText.vue";
import { uploadPostFile, useTalkWrites } from "./queries";
import { useWriting } from "./writing";

/** A post, or a reply to `answers`, while it is written. */
const {
  slug,
  id,
  page,
  people,
  answers = null,
  to = "",
} = defineProps<{
  slug: string;
  id: number;
  page: Shapes["TalkPage"];
  people: { id: number; name: string }[];
  answers?: number | null;
  to?: string;
}>();
const emit = defineEmits<{ close: []; posted: [id: number] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useTalkWrites(
  () => slug,
  () => id,
);
const headings = answers === null ? page.rules.template : [];
const writing = useWriting(
  slug,
  id,
  answers,
  page.drafts.find((d) => d.answers === answers),
  headings.map((one) => `<h3>${one.replace(/[<>&]/g, "")}</h3><p></p>`).join(""),
);
const group = ref<number | null>(page.room);
const refused = ref("");
const editor = useTemplateRef<InstanceType<typeof RichEditor>>("editor");
onMounted(() => nextTick(() => editor.value?.focus()));

function take(mine: boolean): void {
  const theirs = writing.theirs.value;
  writing.theirs.value = "";
  if (mine) return writing.changed(writing.html.value);
  editor.value?.show(theirs);
  writing.changed(theirs);
}

async function send(): Promise<void> {
  refused.value = "";
  try {
    await writing.settled();
    const made = await writes.say.mutateAsync({ ...writing.wishOf(), answers, group_id: group.value });
    writing.done();
    emit("posted", made.id);
  } catch (error) {
    refused.value = `${wrong(error)} ${t("talk.kept")}`;
  }
}
</script>

<template>
  <form class="card px-4 py-3" :aria-label="t(answers ? 'talk.reply' : 'talk.write')" @submit.prevent="send">
    <h2 class="mb-2 font-semibold">{{ answers ? t("talk.replyTo", { name: to }) : t("talk.write") }}</h2>
    <UiField v-if="page.rooms.length && !answers" v-slot="{ field }" class="mb-2" :label="t('talk.inGroup')">
      <select :id="field" v-model="group" class="field" required>
        <option v-for="room in page.rooms" :key="room.id" :value="room.id">{{ room.name }}</option>
      </select>
    </UiField>
    <RichEditor
      ref="editor"
      low
      records
      :html="writing.first"
      :label="t(answers ? 'talk.reply' : 'talk.write')"
      :slug="slug"
      :upload="(file) => uploadPostFile(slug, id, file)"
      :people="people"
      @change="writing.changed"
    >
      <section v-if="writing.theirs.value" role="alert" class="border border-b-0 border-late px-4 py-2">
        <h4 class="font-semibold">{{ t("talk.elsewhere") }}</h4>
        <RichText
          class="my-2 max-h-48 overflow-y-auto border-l-2 border-rule pl-3"
          :html="writing.theirs.value"
        />
        <div class="flex flex-wrap gap-2">
          <UiButton @click="take(false)">{{ t("talk.takeOther") }}</UiButton>
          <UiButton @click="take(true)">{{ t("talk.keepMine") }}</UiButton>
        </div>
      </section>
    </RichEditor>
    <p v-if="refused || writing.refused.value" role="alert" class="mt-2 text-late">
      {{ refused || writing.refused.value }}
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-2">
      <UiButton
        look="main"
        type="submit"
        :disabled="writes.say.isPending.value || writing.empty.value || !!writing.theirs.value"
        >{{ t(answers ? "talk.sendReply" : "talk.send") }}</UiButton
      >
      <UiButton look="text" @click="emit('close')">{{ t("talk.later") }}</UiButton>
      <span v-if="writing.state.value" class="text-[14px] text-soft" role="status">{{
        t(`talk.draft.${writing.state.value}`)
      }}</span>
    </div>
  </form>
</template>
