import { useQuery } from "@tanstack/vue-query";
import { client, seeing, told, type Shapes } from "@/api/client";
import { courseLayout, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useCopySource = (slug: () => string) => useQuery(courseLayout(slug).copySource());

export const useConditions = (slug: () => string, kind: () => "item" | "part" | "module", id: () => number) =>
  useQuery(courseLayout(slug).conditions(kind, id));

export const useAllowances = (slug: () => string) => useQuery(courseLayout(slug).allowances());

export function useAllowanceWrites(slug: () => string) {
  const params = () => ({ path: { slug: slug() } });
  const touches = () => touched.layout(slug());
  return {
    allow: useWrite(
      (body: Shapes["AllowanceIn"], headers) =>
        told(client.POST("/api/courses/{slug}/allowances", { params: params(), body, headers })),
      touches,
    ),
    endAllowance: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/allowances/{allowance_id}", {
            params: { path: { slug: slug(), allowance_id: id } },
            headers,
          }),
        ),
      touches,
    ),
  };
}

export const useReport = (slug: () => string) =>
  useWrite(
    (body: Shapes["ReportIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/error-reports", {
          params: { path: { slug: slug() } },
          body,
          headers,
        }),
      ),
    () => touched.library(slug()),
  );

/** The conditions in words, or why they can't be. */
export const sayConditions = (slug: string, wish: Shapes["ConditionsIn"]) =>
  told(client.POST("/api/courses/{slug}/conditions/preview", { params: { path: { slug } }, body: wish }));

/** What is changed, and the edition of it that was seen. */
interface Seen {
  id: number;
  edition?: number;
}

/** `knowing`: that what people did there goes along was read and meant. */
interface Removal {
  id: number;
  knowing: boolean;
}

/** Every change that a teacher makes to the layout. */
export function useLayoutWrites(slug: () => string) {
  const touches = () => touched.layout(slug());
  const at = <T extends object>(rest: T) => ({ slug: slug(), ...rest });
  return {
    newModule: useWrite(
      (wish: Shapes["ModuleIn"], headers) =>
        told(client.POST("/api/courses/{slug}/modules", { params: { path: at({}) }, body: wish, headers })),
      touches,
    ),
    changeModule: useWrite(
      ({ id, edition, ...wish }: Seen & Partial<Shapes["ModuleChange"]>, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/modules/{module_id}", {
            params: { path: at({ module_id: id }) },
            body: wish,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      touches,
    ),
    opening: useWrite(
      (body: Shapes["OpeningIn"], headers) =>
        told(client.PUT("/api/courses/{slug}/opening", { params: { path: at({}) }, body, headers })),
      touches,
      true,
    ),
    removeModule: useWrite(
      ({ id, knowing }: Removal, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/modules/{module_id}", {
            params: { path: at({ module_id: id }), query: { with_work: knowing } },
            headers,
          }),
        ),
      touches,
      true,
    ),
    newPart: useWrite(
      (wish: { module: number; title: string }, headers) =>
        told(
          client.POST("/api/courses/{slug}/modules/{module_id}/parts", {
            params: { path: at({ module_id: wish.module }) },
            body: { title: wish.title },
            headers,
          }),
        ),
      touches,
    ),
    renamePart: useWrite(
      (wish: Seen & { title: string }, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/parts/{part_id}", {
            params: { path: at({ part_id: wish.id }) },
            body: { title: wish.title },
            headers: { ...headers, ...seeing(wish.edition) },
          }),
        ),
      touches,
    ),
    removePart: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/parts/{part_id}", {
            params: { path: at({ part_id: id }) },
            headers,
          }),
        ),
      touches,
    ),
    newItem: useWrite(
      (wish: { module: number } & Shapes["ItemIn"], headers) =>
        told(
          client.POST("/api/courses/{slug}/modules/{module_id}/items", {
            params: { path: at({ module_id: wish.module }) },
            body: wish,
            headers,
          }),
        ),
      touches,
    ),
    changeItem: useWrite(
      ({ id, edition, ...wish }: Seen & Partial<Shapes["ItemChange"]>, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/items/{item_id}", {
            params: { path: at({ item_id: id }) },
            body: { no_points: false, ...wish },
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      touches,
    ),
    removeItem: useWrite(
      ({ id, knowing }: Removal, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}", {
            params: { path: at({ item_id: id }), query: { with_work: knowing } },
            headers,
          }),
        ),
      touches,
      true,
    ),
    placeItem: useWrite(
      (wish: { id: number } & Shapes["PlaceIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/place", {
            params: { path: at({ item_id: wish.id }) },
            body: wish,
            headers,
          }),
        ),
      touches,
    ),
    setMoments: useWrite(
      (wish: Seen & { moments: Shapes["RulesIn"] }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/moments", {
            params: { path: at({ item_id: wish.id }) },
            body: wish.moments,
            headers: { ...headers, ...seeing(wish.edition) },
          }),
        ),
      touches,
    ),
    intoModule: useWrite(
      ({ id, ...body }: { id: number } & Shapes["IntoModule"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/module", {
            params: { path: at({ item_id: id }) },
            body,
            headers,
          }),
        ),
      touches,
    ),
    copyIn: useWrite(
      (wish: Shapes["CopyInIn"], headers) =>
        told(client.POST("/api/courses/{slug}/copy-in", { params: { path: at({}) }, body: wish, headers })),
      touches,
    ),
    setConditions: useWrite(
      ({ edition, ...body }: { edition?: number } & Shapes["ConditionsIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/conditions", {
            params: { path: at({}) },
            body,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      touches,
      true,
    ),
    settings: useWrite(
      ({ id, edition, ...body }: Seen & Shapes["SettingsIn"], headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/settings", {
            params: { path: at({ item_id: id }) },
            body,
            headers: { ...headers, ...seeing(edition) },
          }),
        ),
      touches,
      true,
    ),
    undo: useWrite(
      ({ id, knowing }: Removal, headers) =>
        told(
          client.POST("/api/courses/{slug}/changes/{change_id}/undo", {
            params: { path: at({ change_id: id }), query: { with_work: knowing } },
            headers,
          }),
        ),
      touches,
      true,
    ),
  };
}
