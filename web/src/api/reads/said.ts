import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** What teachers say to a course. */
export function courseSaid(slug: Get<string>) {
  const key = (side: Side, ...rest: unknown[]) => courseKey(slug, side, ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    announcements: () =>
      read(key("path", "announcements"), () =>
        told(client.GET("/api/courses/{slug}/announcements", { params: at({}) })),
      ),
    readers: (id: Get<number>) =>
      read(key("class", "readers", id), () =>
        told(
          client.GET("/api/courses/{slug}/announcements/{announcement_id}/readers", {
            params: at({ announcement_id: id() }),
          }),
        ),
      ),
  };
}
