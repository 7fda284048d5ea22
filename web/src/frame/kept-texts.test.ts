import { beforeEach, expect, test, vi } from "vitest";
import { countTyped, dropTyped, forgetTyped, keepTyped, keptTyped } from "./kept-texts";

const held: Record<string, string> = {};
beforeEach(() => {
  for (const key of Object.keys(held)) delete held[key];
  const store = {
    getItem: (key: string) => held[key] ?? null,
    setItem: (key: string, value: string) => void (held[key] = value),
    removeItem: (key: string) => void delete held[key],
  };
  vi.stubGlobal(
    "localStorage",
    new Proxy(store, {
      ownKeys: () => Object.keys(held),
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    }),
  );
});

test("what one person typed is not there for another, and leaves with its person alone", () => {
  keepTyped(1, "draft.srv.5.1", "mine", 3);
  keepTyped(12, "draft.srv.5.1", "theirs", 0);
  expect(keptTyped<string>(1, "draft.srv.5.1")).toMatchObject({ value: "mine", edition: 3 });
  expect(keptTyped(2, "draft.srv.5.1")).toBeNull();
  expect([countTyped(1), countTyped(12), countTyped(2)]).toEqual([1, 1, 0]);
  forgetTyped(1);
  expect([countTyped(1), countTyped(12)]).toEqual([0, 1]);
  dropTyped(12, "draft.srv.5.1");
  expect(countTyped(12)).toBe(0);
});

test("what cannot be read is nothing", () => {
  held["unvo.kept.1.x"] = "{";
  expect(keptTyped(1, "x")).toBeNull();
});
