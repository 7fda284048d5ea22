import type { Router } from "vue-router";

const OURS = /^\/(c\/|desk$|outbox$|receipts\/|$)/;

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
    if (!OURS.test(link.pathname) || link.isContentEditable) return;
    event.preventDefault();
    void router.push(link.pathname + link.search + link.hash);
  });
}
