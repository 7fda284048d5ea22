import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
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
      (wish: { id: number } & Partial<Shapes["ModuleChange"]>, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/modules/{module_id}", {
            params: { path: at({ module_id: wish.id }) },
            body: { with_items: false, ...wish },
            headers,
          }),
        ),
      touches,
    ),
    removeModule: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/modules/{module_id}", {
            params: { path: at({ module_id: id }) },
            headers,
          }),
        ),
      touches,
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
      (wish: { id: number; title: string }, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/parts/{part_id}", {
            params: { path: at({ part_id: wish.id }) },
            body: { title: wish.title },
            headers,
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
      (wish: { id: number } & Partial<Shapes["ItemChange"]>, headers) =>
        told(
          client.PATCH("/api/courses/{slug}/items/{item_id}", {
            params: { path: at({ item_id: wish.id }) },
            body: { no_points: false, ...wish },
            headers,
          }),
        ),
      touches,
    ),
    removeItem: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}", {
            params: { path: at({ item_id: id }) },
            headers,
          }),
        ),
      touches,
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
      (wish: { id: number; moments: Shapes["RulesIn"] }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/moments", {
            params: { path: at({ item_id: wish.id }) },
            body: wish.moments,
            headers,
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
      (wish: Shapes["ConditionsIn"], headers) =>
        told(client.PUT("/api/courses/{slug}/conditions", { params: { path: at({}) }, body: wish, headers })),
      touches,
    ),
    undo: useWrite(
      (change: number, headers) =>
        told(
          client.POST("/api/courses/{slug}/changes/{change_id}/undo", {
            params: { path: at({ change_id: change }) },
            headers,
          }),
        ),
      touches,
    ),
  };
}
