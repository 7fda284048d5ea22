import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** One item: its page, one's own work in it, how it counts, its texts. */
export function courseItem(slug: Get<string>, id: Get<number>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, "item", id, ...rest);
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  return {
    page: () =>
      read(key("path", "page"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}", { params: params() })),
      ),
    myWork: () =>
      read(key("path", "my-work"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/hand-in", { params: params() })),
      ),
    grading: () =>
      read(key("class", "grading"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/grading", { params: params() })),
      ),
    brief: () =>
      read(key("layout", "brief"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/brief", { params: params() })),
      ),
    editions: () =>
      read(key("layout", "editions"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/editions", { params: params() })),
      ),
    changes: (since: Get<number>, until: Get<number>) =>
      read(key("layout", "changes", since, until), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/changes", {
            params: { ...params(), query: { since: since(), ...(until() ? { until: until() } : {}) } },
          }),
        ),
      ),
  };
}
