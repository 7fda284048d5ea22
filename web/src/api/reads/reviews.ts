import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** Students who read each other's work in an item, and what they said of somebody's. */
export function courseReviews(slug: Get<string>, id: Get<number>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, "item", id, "reviews", ...rest);
  const path = () => ({ slug: slug(), item_id: id() });
  return {
    mine: () =>
      read(key("path", "mine"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/reviews", { params: { path: path() } })),
      ),
    ofOwn: () =>
      read(key("path", "of-own"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/own-readings", { params: { path: path() } })),
      ),
    ofPerson: (person: Get<number>) =>
      read(key("class", "of", person), () =>
        told(
          client.GET("/api/courses/{slug}/items/{item_id}/hand-ins/{person_id}/readings", {
            params: { path: { ...path(), person_id: person() } },
          }),
        ),
      ),
    class: () =>
      read(key("class", "class"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/review-class", { params: { path: path() } })),
      ),
  };
}
