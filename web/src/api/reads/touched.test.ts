import { QueryClient, QueryObserver } from "@tanstack/vue-query";
import { describe, expect, it, vi } from "vitest";

vi.mock("../client", () => ({ client: {}, told: () => Promise.resolve() }));
const { courseClass, courseItem, courseLayout, coursePath, general, keyOf, own, readAnew, touched } =
  await import("./index");

const SLUG = "srv-110";
const of = (slug: string) => () => slug;
const READS = {
  kinds: general.kinds(),
  shelf: own.shelf(),
  today: own.today(),
  desk: own.desk(),
  feeds: own.feeds(),
  sheet: coursePath(of(SLUG)).sheet(() => "7"),
  standing: coursePath(of(SLUG)).standing(),
  library: coursePath(of(SLUG)).library(),
  item: courseItem(of(SLUG), () => 3).page(),
  otherItem: courseItem(of(SLUG), () => 4).page(),
  queue: courseClass(of(SLUG)).queue(() => 3),
  roster: courseClass(of(SLUG)).roster(),
  schedule: courseLayout(of(SLUG)).schedule(),
  check: courseLayout(of(SLUG)).check(),
  elsewhere: coursePath(of("sta-205")).sheet(() => "7"),
};
type Name = keyof typeof READS;

/** What is read anew after a write that touched these keys, of all that was kept. */
async function stale(keys: readonly (readonly unknown[])[]): Promise<Name[]> {
  const queries = new QueryClient();
  for (const one of Object.values(READS)) queries.setQueryData(keyOf(one), "kept");
  await readAnew(queries, keys);
  const names = Object.keys(READS) as Name[];
  return names.filter((name) => queries.getQueryState(keyOf(READS[name]))?.isInvalidated);
}

describe("a write makes stale what it touched", () => {
  it("what a student does changes their path and what is next, nothing of teachers or other courses", async () => {
    expect(await stale(touched.doing(SLUG))).toEqual([
      "today",
      "sheet",
      "standing",
      "library",
      "item",
      "otherItem",
    ]);
  });
  it("a draft changes the item that it is of, and where that stands", async () => {
    expect(await stale(touched.started(SLUG, 3))).toEqual(["today", "sheet", "item"]);
  });
  it("a score changes what teachers and the student see, and what waits; not how the course is set up", async () => {
    const found = await stale(touched.grading(SLUG));
    expect(found).toEqual(expect.arrayContaining(["desk", "sheet", "standing", "queue", "roster"]));
    expect(found).not.toEqual(expect.arrayContaining(["schedule"]));
    expect(found).not.toEqual(expect.arrayContaining(["elsewhere"]));
  });
  it("a change of the layout touches the whole course and no other", async () => {
    const untouched: Name[] = ["kinds", "shelf", "feeds", "elsewhere"];
    expect(await stale(touched.layout(SLUG))).toEqual(
      (Object.keys(READS) as Name[]).filter((name) => !untouched.includes(name)),
    );
  });
  it("a finding that is meant so, a shelf entry and a feed touch themselves and the desk", async () => {
    expect(await stale(touched.check(SLUG))).toEqual(["desk", "check"]);
    expect(await stale(touched.library(SLUG))).toEqual(["desk", "library"]);
    expect(await stale(touched.feeds())).toEqual(["feeds"]);
  });
  it("one's minutes a day propose starts in every course", async () => {
    expect(await stale(touched.budget())).toEqual(expect.arrayContaining(["today", "sheet", "elsewhere"]));
  });
});

describe("what is read anew", () => {
  it("is never the answer to what was asked before", async () => {
    const queries = new QueryClient();
    const answers: ((told: string) => void)[] = [];
    const queryFn = () => new Promise<string>((answer) => answers.push(answer));
    const shown = new QueryObserver(queries, { queryKey: ["course", SLUG], queryFn });
    const leave = shown.subscribe(() => undefined);
    const anew = readAnew(queries, touched.budget());
    await vi.waitFor(() => expect(answers).toHaveLength(2));
    answers[1]?.("after");
    answers[0]?.("before");
    await anew;
    expect(shown.getCurrentResult().data).toBe("after");
    leave();
  });
});
