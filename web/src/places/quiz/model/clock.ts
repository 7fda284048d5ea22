import { computed, onScopeDispose, ref, watch } from "vue";

/** What the server's clock said when, by a clock of this page that nobody sets. */
interface Known {
  server: number;
  here: number;
}
const TICK_MS = 500;
const WARN_MINUTES = [5, 1];

/**
 * The time that is left by the server's clock. It runs on a clock that no setting of the device moves; each answer of
 * the server sets it right again. `warned` are the minutes that were reached last, once each.
 */
export function useServerClock(endsAt: () => string | null) {
  const known = ref<Known>({ server: Date.now(), here: performance.now() });
  const now = ref(Date.now());
  const warned = ref(0);
  const ends = computed(() => {
    const at = endsAt();
    return at ? Date.parse(at) : null;
  });
  const left = computed(() => (ends.value === null ? null : Math.max(0, ends.value - now.value)));
  const tick = (): void => void (now.value = known.value.server + performance.now() - known.value.here);

  function heard(iso: string, ago = 0): void {
    known.value = { server: Date.parse(iso) + ago, here: performance.now() };
    tick();
  }
  const timer = window.setInterval(tick, TICK_MS);
  onScopeDispose(() => window.clearInterval(timer));
  watch(left, (ms) => {
    if (ms === null) return;
    const reached = WARN_MINUTES.filter((minutes) => ms > 0 && ms <= minutes * 60_000).at(-1) ?? 0;
    if (reached && reached !== warned.value) warned.value = reached;
    if (!reached) warned.value = 0;
  });
  return { now, left, warned, heard };
}
