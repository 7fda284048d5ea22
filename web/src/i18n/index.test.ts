import { expect, test, vi } from "vitest";
import { i18n } from ".";
import en from "./en";

test("a sentence that nobody wrote is said on the console, which fails a journey", () => {
  const error = vi.spyOn(console, "error").mockImplementation(() => undefined);
  expect(i18n.global.t("place.week")).toBe("Week");
  expect(error).not.toHaveBeenCalled();
  i18n.global.t("place.nowhere");
  expect(error).toHaveBeenCalledWith("No sentence is written for 'place.nowhere'.");
});

test("no two catalogues have sentences under the same name: one would hide the other's", () => {
  const files = import.meta.glob<{ default: Record<string, unknown> }>("./en-*.ts", { eager: true });
  const all = Object.entries(files)
    .filter(([file]) => file !== "./en-fields.ts")
    .flatMap(([, module]) => Object.entries(module.default));
  expect(all.length).toBeGreaterThan(20);
  const shown = en as Record<string, unknown>;
  expect(all.filter(([name, sentences]) => shown[name] !== sentences).map(([name]) => name)).toEqual([]);
});
