import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useNudges, type Shifts } from "./nudging";

describe("quick presses on a bar's end", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("are sent as one, none of them lost", async () => {
    const sent: [number, Shifts][] = [];
    const { nudge, drawn } = useNudges((id, shifts) => Promise.resolve(sent.push([id, shifts])));
    for (let n = 0; n < 5; n++) nudge(7, "due", 1);
    nudge(7, "opens", -1);
    expect(drawn(7, "due")).toBe(5);
    await vi.runAllTimersAsync();
    expect(sent).toEqual([[7, { opens: -1, due: 5 }]]);
    expect(drawn(7, "due")).toBe(0);
  });

  it("that come while some are on their way are sent after them", async () => {
    const sent: Shifts[] = [];
    let answer: () => void = () => undefined;
    const { nudge, drawn } = useNudges((_, shifts) => {
      sent.push(shifts);
      return new Promise<void>((done) => (answer = done));
    });
    nudge(7, "due", 1);
    await vi.runAllTimersAsync();
    nudge(7, "due", 1);
    nudge(7, "due", 1);
    await vi.runAllTimersAsync();
    expect(sent).toEqual([{ opens: 0, due: 1 }]);
    expect(drawn(7, "due")).toBe(3);
    answer();
    await vi.runAllTimersAsync();
    expect(sent).toEqual([
      { opens: 0, due: 1 },
      { opens: 0, due: 2 },
    ]);
  });
});
