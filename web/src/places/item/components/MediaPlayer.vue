<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useTemplateRef } from "vue";
import { useI18n } from "vue-i18n";
import { useRoute } from "vue-router";
import type { Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useStale } from "@/frame/writes";
import { lengthWords } from "@/ui/moment/lengths";
import { keepWatched } from "../queries";
import { Watching } from "../model/watching";

/** A recording with its captions, its transcript beside it, and the place where one stopped. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
const route = useRoute();
const stale = useStale();
const SPEEDS = [0.75, 1, 1.25, 1.5, 1.75, 2];
const SAVE_EVERY = 10_000;
interface Cue {
  start: number;
  text: string;
}
const player = useTemplateRef<HTMLMediaElement>("player");
const speed = ref(1);
const cues = ref<Cue[]>([]);
const at = ref(0);
const percent = ref(page.watched?.percent ?? 0);
const failed = ref(false);
const source = computed(() => page.file?.address ?? page.address);
const current = computed(() => cues.value.findLastIndex((c) => c.start <= at.value));
const watching = new Watching();
let saved = Date.now();

/** Where an address points into the recording; else where its reader stopped. */
function ready(): void {
  const asked = Number(route.query.at ?? 0) || 0;
  if (player.value && asked > 0) return void (player.value.currentTime = asked);
  const from = page.watched?.position ?? 0;
  if (player.value && from > 3 && from < player.value.duration - 3) player.value.currentTime = from;
}

/** The browser has read the captions: they are the transcript too. */
function readCues(): void {
  const track = player.value?.textTracks[0];
  if (!track) return;
  if (track.mode === "disabled") track.mode = "hidden";
  const found = [...(track.cues ?? [])] as VTTCue[];
  cues.value = found.map((c) => ({ start: c.startTime, text: c.text.replace(/<[^>]*>/g, "") }));
}

function tick(): void {
  if (!player.value) return;
  at.value = player.value.currentTime;
  if (!player.value.paused) watching.tick(at.value, 3 * speed.value);
  if (Date.now() - saved > SAVE_EVERY) void save();
}

async function save(): Promise<void> {
  saved = Date.now();
  if (page.teaching || !player.value) return;
  const seen = watching.take();
  const facts = await keepWatched(slug, page.row.id, { position: player.value.currentTime, seen }).catch(
    () => null,
  );
  if (!facts) return;
  percent.value = facts.watched ?? percent.value;
  if (facts.done !== page.row.done) await stale(touched.doing(slug));
}

function stopped(): void {
  watching.close();
  void save();
}

function to(seconds: number): void {
  if (!player.value) return;
  // A little in: at the very start the caption before would still be shown.
  player.value.currentTime = seconds + 0.05;
  void player.value.play();
}

function setSpeed(): void {
  if (player.value) player.value.playbackRate = speed.value;
}

onBeforeUnmount(() => {
  if (at.value > 0) stopped();
});
</script>

<template>
  <section class="media" :class="{ wide: cues.length }" :aria-label="page.row.title">
    <div>
      <component
        :is="page.row.kind"
        ref="player"
        class="player"
        controls
        preload="metadata"
        :src="source"
        @loadedmetadata="ready"
        @timeupdate="tick"
        @pause="stopped"
        @ended="stopped"
        @seeking="watching.close()"
        @error="failed = true"
      >
        <track
          v-for="(one, n) in page.captions"
          :key="one.id"
          kind="captions"
          :src="`${one.file.address}?show=1`"
          :srclang="one.language"
          :label="one.label || one.language"
          :default="n === 0"
          @load="readCues"
        />
      </component>
      <p v-if="failed" role="alert" class="mt-1 text-late">
        {{ t("media.failed") }} <a :href="source" download>{{ t("media.download") }}</a>
      </p>
      <div class="under">
        <label class="flex items-center gap-2">
          {{ t("media.speed") }}
          <select v-model.number="speed" class="field !w-auto" @change="setSpeed">
            <option v-for="one in SPEEDS" :key="one" :value="one">{{ t("media.times", { n: one }) }}</option>
          </select>
        </label>
        <span v-if="!page.teaching" role="status" class="figures">{{
          t("media.watched", { n: percent })
        }}</span>
        <span v-if="!page.captions.length" class="text-soft">{{ t("media.noCaptions") }}</span>
      </div>
    </div>
    <details v-if="cues.length" class="transcript" open>
      <summary>{{ t("media.transcript") }}</summary>
      <ol>
        <li v-for="(cue, n) in cues" :key="cue.start">
          <button
            type="button"
            :class="{ on: n === current }"
            :aria-current="n === current ? 'true' : undefined"
            @click="to(cue.start)"
          >
            <span class="figures">{{ lengthWords(cue.start) }}</span> {{ cue.text }}
          </button>
        </li>
      </ol>
    </details>
  </section>
</template>

<style scoped>
.media {
  max-width: 1000px;
  margin-top: 12px;
}
.player {
  display: block;
  width: 100%;
  max-height: 60vh;
  background: var(--bar);
}
audio.player {
  background: transparent;
}
.under {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  margin-top: 6px;
  font-size: 14px;
}
.transcript {
  font-size: 14.5px;
}
.transcript summary {
  padding: 4px 0;
  font-weight: 650;
  cursor: pointer;
}
.transcript ol {
  max-height: 46vh;
  overflow-y: auto;
  border-top: 1px solid var(--rule);
}
.transcript button {
  width: 100%;
  min-height: 28px;
  padding: 3px 6px;
  text-align: left;
}
.transcript button:hover {
  background: var(--wash);
}
.transcript .figures {
  margin-right: 6px;
  color: var(--ink-soft);
}
.transcript .on {
  background: var(--now-wash);
  box-shadow: inset 3px 0 0 var(--now);
}
@media (min-width: 1180px) {
  .wide {
    display: grid;
    grid-template-columns: minmax(0, 1.7fr) minmax(220px, 1fr);
    gap: 16px;
  }
}
</style>
