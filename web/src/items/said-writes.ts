import { client, told, type Shapes } from "@/api/client";
import { touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

/** What teachers say to a course. */
export function useSaidWrites(slug: () => string) {
  const course = () => ({ path: { slug: slug() } });
  const one = (id: number) => ({ path: { slug: slug(), announcement_id: id } });
  const touches = () => touched.announcing(slug());
  return {
    make: useWrite(
      (body: Shapes["AnnouncementIn"], headers) =>
        told(client.POST("/api/courses/{slug}/announcements", { params: course(), body, headers })),
      touches,
      true,
    ),
    change: useWrite(
      ({ id, edition, ...body }: { id: number; edition: number } & Shapes["AnnouncementIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/announcements/{announcement_id}", {
            params: one(id),
            body,
            headers: { ...headers, "If-Match": `"${edition}"` },
          }),
        ),
      touches,
      true,
    ),
    remove: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/announcements/{announcement_id}", { params: one(id), headers }),
        ),
      touches,
    ),
  };
}

/** That something was read: quietly, or said by its reader. */
export function useSaidRead(slug: () => string) {
  const send = (ids: number[], headers: { "Idempotency-Key": string }) =>
    told(
      client.POST("/api/courses/{slug}/announcements/read", {
        params: { path: { slug: slug() } },
        body: { ids },
        headers,
      }),
    );
  return {
    read: useWrite(send, () => touched.nothing(), true),
    readRare: useWrite(send, () => touched.announcing(slug())),
  };
}
