import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** The linked systems of a course, who has access to them, and what was picked in one. */
export function courseSystems(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "layout" satisfies Side, "systems", ...rest);
  const at = <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });
  return {
    all: () => read(key(), () => told(client.GET("/api/courses/{slug}/systems", { params: at({}) }))),
    access: (system: Get<string>) =>
      read(key("access", system), () =>
        told(
          client.GET("/api/courses/{slug}/systems/{system_key}/access", {
            params: at({ system_key: system() }),
          }),
        ),
      ),
    picking: (picking: Get<string>) =>
      read(key("picking", picking), () =>
        told(
          client.GET("/api/courses/{slug}/pickings/{picking_key}", {
            params: at({ picking_key: picking() }),
          }),
        ),
      ),
  };
}

/** An item that is worked in a linked system: how the reader gets there, and what came back of whom. */
export function courseLink(slug: Get<string>, id: Get<number>) {
  const params = () => ({ path: { slug: slug(), item_id: id() } });
  return {
    mine: () =>
      read(courseKey(slug, "path" satisfies Side, "item", id, "link"), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/link", { params: params() })),
      ),
    reports: () =>
      read(courseKey(slug, "class" satisfies Side, "link-reports", id), () =>
        told(client.GET("/api/courses/{slug}/items/{item_id}/link/reports", { params: params() })),
      ),
  };
}
