import type { QueryClient } from "@tanstack/vue-query";

// These names stand in the service worker too (`kept.ts`), which shares no code with the page.
const [SHELL, CODE] = ["shell", "code"];
/** Whether the worker watched over this page from its first request on. */
const watched = "serviceWorker" in navigator && navigator.serviceWorker.controller !== null;

/** What the page had loaded before the worker watched over it, or was forgotten since, is kept now: also the first
 * visit can be read on without a connection. */
export async function keepThisVisit(queries: QueryClient): Promise<void> {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  const worker = navigator.serviceWorker;
  await worker.ready;
  if (!worker.controller)
    await new Promise((taken) => worker.addEventListener("controllerchange", taken, { once: true }));
  const [shell, code] = await Promise.all([caches.open(SHELL), caches.open(CODE)]);
  if (!(await shell.match("/"))) await shell.add("/");
  for (const { name } of performance.getEntriesByType("resource")) {
    const ours = new URL(name).origin === location.origin && new URL(name).pathname.startsWith("/static/");
    if (ours && !(await code.match(name))) await code.add(name).catch(() => null);
  }
  if (watched) return;
  // One that is still on its way, and asked before the worker watched, is joined by a refetch, not asked again.
  const onTheirWay = queries.getQueryCache().findAll({
    type: "active",
    predicate: (q) => q.state.fetchStatus === "fetching" && !q.state.dataUpdatedAt,
  });
  await queries.refetchQueries({ type: "active" });
  await queries.refetchQueries({ predicate: (q) => onTheirWay.includes(q) });
}
