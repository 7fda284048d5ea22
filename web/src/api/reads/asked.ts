import { client, told } from "../client";
import { courseKey, type Side } from "./course";
import { read, type Get } from "./read";

/** What is asked in a course, and whom to ask. */
export function courseAsked(slug: Get<string>) {
  const key = (...rest: unknown[]) => courseKey(slug, "path" satisfies Side, "asked", ...rest);
  const at = () => ({ path: { slug: slug() } });
  return {
    questions: (search: Get<string>) =>
      read(key("questions", search), () =>
        told(client.GET("/api/courses/{slug}/questions", { params: { ...at(), query: { q: search() } } })),
      ),
    asking: () => read(key("whom"), () => told(client.GET("/api/courses/{slug}/asking", { params: at() }))),
  };
}

/** What was asked or answered already, near to what is typed. */
export const nearAsked = (slug: string, text: string) =>
  told(client.POST("/api/courses/{slug}/asking/near", { params: { path: { slug } }, body: { text } }));
