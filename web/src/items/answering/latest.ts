import { onScopeDispose, ref, shallowRef } from "vue";

/**
 * Asks again and again as something changes, with at most one request under way: when it is back, the newest wish is
 * sent, and those between are left out. `pause`: how long a change rests first, in milliseconds.
 */
export function useLatest<In, Out>(send: (wish: In) => Promise<Out>, pause: number) {
  const found = shallowRef<Out | null>(null);
  const error = shallowRef<unknown>(null);
  const busy = ref(false);
  let [waiting, gone] = [null as { wish: In } | null, false];
  let timer = 0;

  async function run(): Promise<void> {
    if (busy.value || !waiting || gone) return;
    const { wish } = waiting;
    waiting = null;
    busy.value = true;
    try {
      found.value = await send(wish);
      error.value = null;
    } catch (caught) {
      error.value = caught;
    }
    busy.value = false;
    void run();
  }

  function ask(wish: In, atOnce = false): void {
    waiting = { wish };
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void run(), atOnce ? 0 : pause);
  }
  onScopeDispose(() => {
    gone = true;
    window.clearTimeout(timer);
  });
  return { ask, found, error, busy };
}
