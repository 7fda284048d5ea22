import type { Shapes } from "@/api/client";

type Post = Shapes["PostOut"];
type Thread = Shapes["ThreadOut"];
type Page = Shapes["TalkPage"];

/** What its reader can do with a post where it stands; `waits`: whether it is said that nobody has answered it. */
export function mayDo(post: Post, thread: Thread, page: Page) {
  const head = post.root === null;
  const asked = page.rules.sort === "questions" && !post.gone && !page.walking;
  return {
    reply: !page.walking && !page.shut && !post.gone && (thread.closed_at === null || page.teaching),
    accept: asked && !head && (page.teaching || thread.head.mine),
    askToo: asked && head && !post.mine && !page.teaching,
    // Who says who they are waits for nobody.
    waits: head && thread.waits && !post.gone && page.rules.sort !== "introductions",
  };
}

/** What is behind the three dots, by the word of each. */
export function choicesOf(post: Post, thread: Thread, page: Page): string[] {
  if (page.walking) return [];
  const found = ["link"];
  if (post.edited_at && (!post.gone || page.teaching || post.mine)) found.push("editions");
  if (!post.mine && !post.gone && !page.teaching) found.push("report");
  if (!page.teaching) return found;
  if (post.gone !== "taken_back") found.push(post.gone ? "show" : "hide");
  if (post.root === null) found.push(thread.closed_at ? "open" : "close");
  if (post.reports.length) found.push("settle");
  return found;
}
