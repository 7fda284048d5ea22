<script setup lang="ts">
import { onBeforeUnmount, ref, shallowRef, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useUnsaved } from "@/frame/unsaved";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import { lengthWords } from "@/ui/moment/lengths";

/** Records sound, or a picture with it, in the browser; it is played back before it goes into the text. */
const emit = defineEmits<{ take: [file: File]; close: [] }>();
const { t } = useI18n();
type Sort = "audio" | "video";
const MOST_MINUTES = 10;
const sort = ref<Sort>("audio");
const state = ref<"ready" | "recording" | "done" | "refused">("ready");
const seconds = ref(0);
const address = ref("");
const watching = useTemplateRef<HTMLVideoElement>("watching");
const recorder = shallowRef<MediaRecorder | null>(null);
let pieces: Blob[] = [];
let ticking = 0;

async function begin(wanted: Sort): Promise<void> {
  forget();
  sort.value = wanted;
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({ audio: true, video: wanted === "video" });
  } catch {
    state.value = "refused";
    return;
  }
  if (watching.value) watching.value.srcObject = stream;
  pieces = [];
  seconds.value = 0;
  const made = new MediaRecorder(stream);
  made.ondataavailable = (event) => pieces.push(event.data);
  made.onstop = () => {
    stream.getTracks().forEach((track) => track.stop());
    window.clearInterval(ticking);
    address.value = URL.createObjectURL(new Blob(pieces, { type: made.mimeType }));
    state.value = "done";
  };
  recorder.value = made;
  made.start(1000);
  state.value = "recording";
  ticking = window.setInterval(() => {
    seconds.value++;
    if (seconds.value >= MOST_MINUTES * 60) end();
  }, 1000);
}

function end(): void {
  if (recorder.value?.state === "recording") recorder.value.stop();
}

function take(): void {
  const [type = ""] = (recorder.value?.mimeType ?? "").split(";");
  const ending = type.endsWith("mp4") ? "mp4" : type.endsWith("ogg") ? "ogg" : "webm";
  emit("take", new File(pieces, `recording.${ending}`, { type: type.replace(/^\w+/, sort.value) }));
}

/** What is recorded is not on the server yet. */
const mayClose = useUnsaved(() => state.value === "recording" || state.value === "done");

async function cancel(): Promise<void> {
  if (await mayClose()) emit("close");
}

function forget(): void {
  if (address.value) URL.revokeObjectURL(address.value);
  address.value = "";
}
onBeforeUnmount(() => {
  window.clearInterval(ticking);
  if (recorder.value) recorder.value.onstop = null;
  recorder.value?.stream.getTracks().forEach((track) => track.stop());
  forget();
});
</script>

<template>
  <UiDialog :open="true" :title="t('editor.record')" :may-close="mayClose" @close="emit('close')">
    <p v-if="state === 'refused'" role="alert" class="mb-3 text-late">{{ t("editor.noDevice") }}</p>
    <p v-if="state === 'ready'" class="mb-3 text-soft">{{ t("editor.recordHint", { n: MOST_MINUTES }) }}</p>
    <!-- eslint-disable vuejs-accessibility/media-has-caption -- somebody's own recording, a moment old -->
    <video
      v-show="sort === 'video' && state === 'recording'"
      ref="watching"
      autoplay
      muted
      class="mb-3 w-full"
    />
    <video
      v-if="state === 'done' && sort === 'video'"
      :src="address"
      controls
      class="mb-3 w-full"
      :aria-label="t('editor.playback')"
    />
    <audio
      v-else-if="state === 'done'"
      :src="address"
      controls
      class="mb-3 w-full"
      :aria-label="t('editor.playback')"
    />
    <!-- eslint-enable vuejs-accessibility/media-has-caption -->
    <p v-if="state === 'recording'" role="status" class="mb-3 font-semibold">
      {{ t("editor.recording") }} <span class="figures" aria-hidden="true">{{ lengthWords(seconds) }}</span>
    </p>
    <div class="flex flex-wrap gap-2">
      <UiButton v-if="state === 'recording'" look="main" @click="end">{{ t("editor.stop") }}</UiButton>
      <template v-else>
        <UiButton v-if="state === 'done'" look="main" @click="take">{{ t("editor.use") }}</UiButton>
        <UiButton @click="begin('audio')">{{
          t(state === "done" ? "editor.audioAgain" : "editor.audioBegin")
        }}</UiButton>
        <UiButton @click="begin('video')">{{
          t(state === "done" ? "editor.videoAgain" : "editor.videoBegin")
        }}</UiButton>
      </template>
      <UiButton look="text" @click="cancel">{{ t("app.cancel") }}</UiButton>
    </div>
  </UiDialog>
</template>
