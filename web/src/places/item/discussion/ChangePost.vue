<script setup lang="ts">
import { computed, ref } from "vue";
import { useI18n } from "vue-i18n";
import { Problem, wishKey, type Shapes } from "@/api/client";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import RichEditor from "@/items/editor/RichEditor.vue";
import UiButton from "@/ui/button/UiButton.vue";
import RichText from "@/ui/richtext/RichText.vue";
import { uploadPostFile, useTalkWrites } from "./queries";

/** One's own post anew; what stood there stays to be seen. */
const { post, slug, id } = defineProps<{ post: Shapes["PostOut"]; slug: string; id: number }>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useTalkWrites(
  () => slug,
  () => id,
);
const html = ref(post.html);
const edition = ref(post.edition);
const theirs = ref("");
const refused = ref("");
const { mayClose, saved } = useTyped(() => html.value);
const wish = computed(() => ({ html: html.value, key: wishKey() }));

async function keep(): Promise<void> {
  refused.value = "";
  try {
    await writes.change.mutateAsync({ pk: post.id, edition: edition.value, ...wish.value });
    saved();
    emit("close");
  } catch (error) {
    if (error instanceof Problem && error.code === "post.changed_elsewhere") {
      theirs.value = String(error.also.html);
      edition.value = Number(error.also.edition);
    }
    refused.value = wrong(error);
  }
}

async function leave(): Promise<void> {
  if (!(await mayClose())) return;
  saved();
  emit("close");
}
</script>

<template>
  <form @submit.prevent="keep">
    <RichEditor
      low
      records
      :html="post.html"
      :label="t('talk.change')"
      :slug="slug"
      :upload="(file) => uploadPostFile(slug, id, file)"
      @change="html = $event"
    />
    <p v-if="refused" role="alert" class="mt-2 text-late">{{ refused }}</p>
    <RichText v-if="theirs" class="my-2 border-l-2 border-rule pl-3" :html="theirs" />
    <div class="mt-2 flex gap-2">
      <UiButton look="main" type="submit" :disabled="writes.change.isPending.value">{{
        t("app.save")
      }}</UiButton>
      <UiButton look="text" @click="leave">{{ t("app.cancel") }}</UiButton>
    </div>
  </form>
</template>
