import type { Router } from "vue-router";

const LOOKS = 60;
const LOOK_MS = 100;
let latest = 0;

/** Where a change of page took away what had the focus, the new page's content has it: who reads by keyboard or ear
 * goes on there, and not at the top of everything. */
export function keepFocusInPage(router: Router): void {
  router.afterEach((to, from) => {
    if (from.matched.length && to.path !== from.path) void refocus();
  });
}

/** Looks for a while: what stands first may be the word that the page is loading, and goes when it has. */
async function refocus(): Promise<void> {
  const mine = ++latest;
  for (let n = 0; n < LOOKS && mine === latest; n++) {
    await new Promise((done) => setTimeout(done, LOOK_MS));
    const content = document.getElementById("content");
    if (document.activeElement !== document.body || !content) continue;
    content.tabIndex = -1;
    content.focus({ preventScroll: true });
  }
}
