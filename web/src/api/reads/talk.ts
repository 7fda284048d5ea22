import { client, told } from "../client";
import type { paths } from "../schema";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** What of a discussion is wanted. */
export type TalkWish = NonNullable<
  paths["/api/courses/{slug}/items/{item_id}/talk"]["get"]["parameters"]["query"]
>;

/** One discussion: what is said, what is new, the class's parts, how people talk there. */
export function courseTalk(slug: Get<string>, id: Get<number>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, "item", id, ...rest);
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  return {
    page: (wish: Get<TalkWish>) =>
      read(key("path", "talk", wish), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/talk", {
            params: { ...params(), query: wish() },
          }),
        ),
      ),
    news: (newest: Get<number>) =>
      read(key("path", "talk-news", newest), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/talk/news", {
            params: { ...params(), query: { newest: newest() } },
          }),
        ),
      ),
    classParts: () =>
      read(key("class", "talk-class"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/talk/class", { params: params() })),
      ),
    rules: () =>
      read(key("layout", "talk-rules"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/talk/rules", { params: params() })),
      ),
  };
}

/** All discussions of a course. */
export const courseDiscussions = (slug: Get<string>) =>
  read(courseKey(slug, "path" satisfies Side, "discussions"), () =>
    told(client.GET("/api/courses/{slug}/discussions", { params: { path: { slug: slug() } } })),
  );
