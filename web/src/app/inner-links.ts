import type { Router } from "vue-router";

/** Links in texts lead on inside the application, as its own do; what is no page of it is left to the browser. */
export function followInnerLinks(router: Router): void {
  addEventListener("click", (event) => {
    if (
      event.defaultPrevented ||
      event.button ||
      event.ctrlKey ||
      event.metaKey ||
      event.shiftKey ||
      event.altKey
    )
      return;
    const link = event.target instanceof Element ? event.target.closest("a") : null;
    if (!link || link.target || link.hasAttribute("download") || link.origin !== location.origin) return;
    if (link.isContentEditable || router.resolve(link.pathname).name === "nothing") return;
    // A place further down the same page is the browser's to find.
    if (link.pathname === location.pathname && link.hash) return;
    event.preventDefault();
    void router.push(link.pathname + link.search + link.hash);
  });
}
