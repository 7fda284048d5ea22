import { ref, type Ref } from "vue";

const DAYS = 7;

/** Handles dragged along a week by whole days, for v-bind="dragOf(handle)"; `keep` hears where one was let go. */
export function useDayDrag<Handle>(
  week: Readonly<Ref<HTMLElement | null>>,
  keep: (handle: Handle, days: number) => void,
) {
  const dragged = ref<{ handle: Handle; from: number; days: number } | null>(null) as Ref<{
    handle: Handle;
    from: number;
    days: number;
  } | null>;

  function start(handle: Handle, event: PointerEvent): void {
    event.preventDefault();
    dragged.value = { handle, from: event.clientX, days: 0 };
    if (event.target instanceof HTMLElement) event.target.setPointerCapture(event.pointerId);
  }
  function drag(event: PointerEvent): void {
    if (!dragged.value || !week.value) return;
    dragged.value.days = Math.round((event.clientX - dragged.value.from) / (week.value.clientWidth / DAYS));
  }
  function stop(): void {
    const done = dragged.value;
    dragged.value = null;
    if (done?.days) keep(done.handle, done.days);
  }
  function arrow(handle: Handle, event: KeyboardEvent): void {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!days) return;
    event.preventDefault();
    keep(handle, days);
  }
  const dragOf = (handle: Handle) => ({
    onPointerdown: (event: PointerEvent) => start(handle, event),
    onPointermove: drag,
    onPointerup: stop,
    onPointercancel: () => void (dragged.value = null),
    onKeydown: (event: KeyboardEvent) => arrow(handle, event),
  });
  return { dragged, dragOf };
}
