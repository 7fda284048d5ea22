import { describe, expect, it } from "vitest";
import { snippetParts } from "./snippet";

describe("a snippet", () => {
  it("is split where words were found", () => {
    expect(snippetParts("the ‹compass› rule")).toEqual([
      { text: "the ", found: false },
      { text: "compass", found: true },
      { text: " rule", found: false },
    ]);
  });
  it("keeps markup as the text that it is", () => {
    expect(snippetParts("<b>x</b> ‹y›")[0]).toEqual({ text: "<b>x</b> ", found: false });
  });
});
