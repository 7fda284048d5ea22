import { expect, test, vi } from "vitest";
import { i18n } from ".";

test("a sentence that nobody wrote is said on the console, which fails a journey", () => {
  const error = vi.spyOn(console, "error").mockImplementation(() => undefined);
  expect(i18n.global.t("place.week")).toBe("Week");
  expect(error).not.toHaveBeenCalled();
  i18n.global.t("place.nowhere");
  expect(error).toHaveBeenCalledWith("No sentence is written for 'place.nowhere'.");
});
