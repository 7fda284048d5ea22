<script setup lang="ts">
import DOMPurify from "dompurify";
import { nextTick, onMounted, useTemplateRef, watch } from "vue";
import { putPlaces } from "./places";

/** The one place that shows HTML: cleaned again here, maths typeset where a formula stands. */
const { html, marks = undefined } = defineProps<{
  html: string;
  /** What stands where the text has `[[name]]`, by name; whoever shows it may put something there. */
  marks?: Record<string, string>;
}>();
const emit = defineEmits<{ placed: [places: Record<string, HTMLElement>] }>();
const root = useTemplateRef<HTMLElement>("root");

async function show(): Promise<void> {
  await nextTick();
  if (!root.value) return;
  root.value.innerHTML = DOMPurify.sanitize(html, {
    ADD_ATTR: ["data-latex", "data-type", "data-embed", "data-clip", "data-mention"],
  });
  if (marks) emit("placed", putPlaces(root.value, marks));
  for (const place of root.value.querySelectorAll<HTMLElement>("[data-embed]")) embed(place);
  for (const place of root.value.querySelectorAll<HTMLElement>("[data-clip]")) play(place);
  for (const table of root.value.querySelectorAll("table")) {
    const frame = document.createElement("div");
    frame.className = "table-frame";
    frame.tabIndex = 0;
    frame.setAttribute("role", "region");
    frame.setAttribute("aria-label", table.caption?.textContent ?? "");
    table.replaceWith(frame);
    frame.append(table);
  }
  const formulas = root.value.querySelectorAll<HTMLElement>("[data-latex]");
  if (!formulas.length) return;
  for (const formula of formulas) formula.textContent ||= formula.dataset.latex ?? "";
  // Without a connection they may not be at hand: formulas then stay as they were written.
  const drawing = await Promise.all([import("katex"), import("katex/dist/katex.min.css")]).catch(() => null);
  if (!drawing) return;
  const [{ default: katex }] = drawing;
  for (const formula of formulas) {
    katex.render(formula.dataset.latex ?? "", formula, {
      displayMode: formula.dataset.type === "block-math",
      throwOnError: false,
    });
  }
}

/** The server let only hosts of its list through; the page's policy holds to the same list. */
function embed(place: HTMLElement): void {
  const frame = document.createElement("iframe");
  frame.src = place.dataset.embed ?? "";
  frame.title = place.title || new URL(frame.src).host;
  frame.loading = "lazy";
  frame.allowFullscreen = true;
  frame.setAttribute("sandbox", "allow-scripts allow-same-origin allow-presentation");
  place.replaceChildren(frame);
}

/** A recording of our own files. */
function play(place: HTMLElement): void {
  const player = document.createElement(place.dataset.type === "video" ? "video" : "audio");
  player.src = place.dataset.clip ?? "";
  player.controls = true;
  player.preload = "metadata";
  player.setAttribute("aria-label", place.title || place.textContent);
  place.replaceChildren(player);
}

onMounted(show);
watch(() => html + JSON.stringify(marks ?? {}), show);
</script>

<template>
  <div ref="root" class="rich"></div>
</template>

<style>
.rich {
  max-width: 72ch;
  font-size: 16.5px;
  line-height: 1.55;
  overflow-wrap: break-word;
}
.rich > * + * {
  margin-top: 12px;
}
.rich h2 {
  margin-top: 20px;
  font-size: 19px;
  font-weight: 700;
}
.rich h3 {
  margin-top: 16px;
  font-weight: 700;
}
.rich ul {
  padding-left: 22px;
  list-style: square;
}
.rich ol {
  padding-left: 24px;
  list-style: decimal;
}
.rich a {
  text-decoration: underline;
}
.rich img {
  max-width: 100%;
  height: auto;
  border: 1px solid var(--rule);
  background: #fff;
}
.rich video,
.rich audio {
  display: block;
  max-width: min(100%, 480px);
}
/* Its place is kept before it is loaded, so that nothing below jumps from under a finger. */
.rich video {
  width: 100%;
  aspect-ratio: 4 / 3;
}
.rich [data-mention] {
  font-weight: 650;
}
.rich table {
  border-collapse: collapse;
  font-size: 14px;
  font-variant-numeric: tabular-nums;
}
.rich .table-frame {
  overflow-x: auto;
}
.rich caption {
  padding: 0 0 4px;
  color: var(--ink-soft);
  font-size: 13px;
  text-align: left;
}
.rich th,
.rich td {
  padding: 4px 14px 4px 8px;
  border: 1px solid var(--rule);
  text-align: left;
}
.rich td {
  font-family: var(--font-mono);
  font-size: 13.5px;
}
.rich th {
  background: var(--band);
  font-weight: 650;
}
.rich blockquote {
  padding-left: 14px;
  border-left: 3px solid var(--rule);
}
.rich ins {
  background: color-mix(in srgb, var(--done) 16%, transparent);
  text-decoration: underline;
}
.rich del {
  color: var(--late);
}
.rich iframe {
  width: 100%;
  aspect-ratio: 16 / 9;
  border: 1px solid var(--rule);
}
.rich .katex-display {
  overflow-x: auto;
  overflow-y: hidden;
  padding: 4px 0;
}
</style>
