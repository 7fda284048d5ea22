import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { courseSystems, place, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

/** The linked systems of a course, or, without one, of the whole place. */
export const useSystems = (slug: () => string, wanted: () => boolean = () => true) => ({
  ofCourse: useQuery({ ...courseSystems(slug).all(), enabled: () => wanted() && slug() !== "" }),
  ofPlace: useQuery({ ...place.systems(), enabled: () => wanted() && slug() === "" }),
});

/** What is done to systems; `slug` empty for those of the whole place. */
export function useSystemWrites(slug: () => string) {
  const all = () => touched.systems(slug());
  return {
    register: useWrite(
      (address: string, headers) =>
        told(
          slug()
            ? client.POST("/api/courses/{slug}/systems/registration", {
                params: { path: { slug: slug() } },
                body: { address },
                headers,
              })
            : client.POST("/api/systems/registration", { body: { address }, headers }),
        ),
      all,
      true,
    ),
    join: useWrite(
      (body: Shapes["SystemByHand"], headers) =>
        told(
          slug()
            ? client.POST("/api/courses/{slug}/systems", {
                params: { path: { slug: slug() } },
                body,
                headers,
              })
            : client.POST("/api/systems", { body, headers }),
        ),
      all,
      true,
    ),
    change: useWrite(
      ({ key, ...body }: { key: string } & Shapes["SystemChange"], headers) =>
        told(
          client.PATCH("/api/systems/{system_key}", { params: { path: { system_key: key } }, body, headers }),
        ),
      all,
      true,
    ),
    letIn: useWrite(
      ({ key, ...body }: { key: string } & Shapes["LetIn"], headers) =>
        told(
          client.POST("/api/systems/{system_key}/let-in", {
            params: { path: { system_key: key } },
            body,
            headers,
          }),
        ),
      all,
    ),
    deploy: useWrite(
      ({ key, course }: { key: string; course: string }, headers) =>
        told(
          client.POST("/api/systems/{system_key}/deployments", {
            params: { path: { system_key: key } },
            body: { course },
            headers,
          }),
        ),
      all,
      true,
    ),
    endDeployment: useWrite(
      ({ key, code }: { key: string; code: string }, headers) =>
        told(
          client.DELETE("/api/systems/{system_key}/deployments/{deployment_code}", {
            params: { path: { system_key: key, deployment_code: code } },
            headers,
          }),
        ),
      all,
      true,
    ),
    fetch: useWrite(
      (key: string, headers) =>
        told(
          client.POST("/api/courses/{slug}/systems/{system_key}/fetch", {
            params: { path: { slug: slug(), system_key: key } },
            headers,
          }),
        ),
      () => touched.linked(slug()),
    ),
  };
}

/** Asks the system itself, step by step. */
export const examined = (key: string, slug: string): Promise<Shapes["Examined"]> =>
  told(
    client.GET("/api/systems/{system_key}/test", {
      params: { path: { system_key: key }, query: slug ? { course: slug } : {} },
    }),
  );
