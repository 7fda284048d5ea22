import { describe, expect, it } from "vitest";
import { isKeptFile, isOwn, isPage, isReading, KEPT_AT, toKeep } from "./kept";

describe("what stays on a device", () => {
  it("is one's own reading", () => {
    for (const path of [
      "/api/me",
      "/api/today",
      "/api/courses/srv-110/ribbon",
      "/api/courses/srv-110/weeks/7",
      "/api/courses/srv-110/items/42",
      "/api/courses/srv-110/items/42/hand-in",
      "/api/courses/srv-110/standing",
    ])
      expect(isReading(path), path).toBe(true);
  });

  it("is nothing of other people", () => {
    for (const path of [
      "/api/desk",
      "/api/outbox",
      "/api/receipts/ABCD",
      "/api/courses/srv-110/roster",
      "/api/courses/srv-110/progress/3",
      "/api/courses/srv-110/gradebook",
      "/api/courses/srv-110/absences",
      "/api/courses/srv-110/items/42/hand-ins",
      "/api/courses/srv-110/items/42/hand-ins/7",
    ])
      expect(isReading(path), path).toBe(false);
  });

  it("takes no paper, file or feed for the application's page", () => {
    for (const path of ["/", "/desk", "/c/srv-110/week/7", "/sign-in", "/apiary"])
      expect(isPage(path), path).toBe(true);
    for (const path of [
      "/api/courses/srv-110/print/weeks/7",
      "/files/1/a.pdf",
      "/calendar/x.ics",
      "/static/a.js",
      "/sw.js",
    ])
      expect(isPage(path), path).toBe(false);
  });

  it("is no walk-through and no other day", () => {
    expect(isOwn(new Headers())).toBe(true);
    expect(isOwn(new Headers({ "As-On": "2026-11-03T10:00" }))).toBe(false);
    expect(isOwn(new Headers({ "As-Student": "{}" }))).toBe(false);
  });

  it("is handouts and pictures, not recordings", () => {
    const none = new Headers();
    expect(isKeptFile("/files/1/a.pdf", none, "")).toBe(true);
    expect(isKeptFile("/files/1/a.png", none, "image")).toBe(true);
    expect(isKeptFile("/files/1/a.mp4", none, "video")).toBe(false);
    expect(isKeptFile("/files/1/a.mp4", new Headers({ range: "bytes=0-" }), "")).toBe(false);
    expect(isKeptFile("/api/me", none, "")).toBe(false);
  });

  it("says since when, and is whole", async () => {
    const kept = await toKeep(new Response("{}", { headers: { "content-type": "application/json" } }));
    expect(Date.parse(kept?.headers.get(KEPT_AT) ?? "")).toBeGreaterThan(0);
    expect(await kept?.text()).toBe("{}");
    expect(await toKeep(new Response("no", { status: 403 }))).toBeNull();
    expect(await toKeep(new Response("names", { headers: { "unvo-keep": "never" } }))).toBeNull();
    expect(await toKeep(new Response("big", { headers: { "content-length": "99000000" } }))).toBeNull();
  });
});
