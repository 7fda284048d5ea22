import type { Router } from "vue-router";

const STUDENT_PLACES = ["item", "today", "term", "standing", "library", "class"];

/** From now on what is opened is kept; the code of a student's places is fetched while nothing else is. */
export async function keepWhatIsOpened(router: Router): Promise<void> {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  await navigator.serviceWorker.register("/sw.js").catch(() => null);
  await navigator.serviceWorker.ready;
  const calm = window.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 2000));
  calm(() => {
    for (const route of router.getRoutes().filter((r) => STUDENT_PLACES.includes(String(r.name)))) {
      const page = route.components?.default;
      if (typeof page === "function") void (page as () => Promise<unknown>)().catch(() => null);
    }
  });
}

/** Nothing of a person stays on the device: when they leave, and before the next one enters. */
export async function forgetWhatWasOpened(): Promise<void> {
  if (!("caches" in window)) return;
  await Promise.all((await caches.keys()).map((name) => caches.delete(name)));
}
