import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useSheet = (slug: () => string, key: () => string) =>
  useQuery({
    queryKey: ["sheet", slug, key],
    queryFn: () =>
      told(client.GET("/api/courses/{slug}/weeks/{key}", { params: { path: { slug: slug(), key: key() } } })),
    placeholderData: (before) => before,
  });

export const useClassDay = (slug: () => string, number: () => number) =>
  useQuery({
    queryKey: ["class", slug, number],
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/classes/{number}", {
          params: { path: { slug: slug(), number: number() } },
        }),
      ),
  });

export function useAbsence(slug: () => string, number: () => number) {
  const params = () => ({ path: { slug: slug(), number: number() } });
  return {
    say: useWrite((reason: string, headers) =>
      told(
        client.PUT("/api/courses/{slug}/classes/{number}/absence", {
          params: params(),
          body: { reason },
          headers,
        }),
      ),
    ),
    takeBack: useWrite((_: null, headers) =>
      told(client.DELETE("/api/courses/{slug}/classes/{number}/absence", { params: params(), headers })),
    ),
  };
}

export const useCopySource = (slug: () => string) =>
  useQuery({
    queryKey: ["copy-source", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/copy-in", { params: { path: { slug: slug() } } })),
  });

export const useConditions = (slug: () => string, kind: () => "item" | "part" | "module", id: () => number) =>
  useQuery({
    queryKey: ["conditions", slug, kind, id],
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/conditions/{kind}/{thing_id}", {
          params: { path: { slug: slug(), kind: kind(), thing_id: id() } },
        }),
      ),
  });

/** The conditions in words, or why they can't be. */
export const sayConditions = (slug: string, wish: Shapes["ConditionsIn"]) =>
  told(client.POST("/api/courses/{slug}/conditions/preview", { params: { path: { slug } }, body: wish }));

/** Every change that a teacher makes to the layout. */
export function useLayoutWrites(slug: () => string) {
  const at = <T extends object>(rest: T) => ({ slug: slug(), ...rest });
  return {
    newModule: useWrite((wish: Shapes["ModuleIn"], headers) =>
      told(client.POST("/api/courses/{slug}/modules", { params: { path: at({}) }, body: wish, headers })),
    ),
    changeModule: useWrite((wish: { id: number } & Partial<Shapes["ModuleChange"]>, headers) =>
      told(
        client.PATCH("/api/courses/{slug}/modules/{module_id}", {
          params: { path: at({ module_id: wish.id }) },
          body: { with_items: false, ...wish },
          headers,
        }),
      ),
    ),
    removeModule: useWrite((id: number, headers) =>
      told(
        client.DELETE("/api/courses/{slug}/modules/{module_id}", {
          params: { path: at({ module_id: id }) },
          headers,
        }),
      ),
    ),
    newPart: useWrite((wish: { module: number; title: string }, headers) =>
      told(
        client.POST("/api/courses/{slug}/modules/{module_id}/parts", {
          params: { path: at({ module_id: wish.module }) },
          body: { title: wish.title },
          headers,
        }),
      ),
    ),
    renamePart: useWrite((wish: { id: number; title: string }, headers) =>
      told(
        client.PATCH("/api/courses/{slug}/parts/{part_id}", {
          params: { path: at({ part_id: wish.id }) },
          body: { title: wish.title },
          headers,
        }),
      ),
    ),
    removePart: useWrite((id: number, headers) =>
      told(
        client.DELETE("/api/courses/{slug}/parts/{part_id}", {
          params: { path: at({ part_id: id }) },
          headers,
        }),
      ),
    ),
    newItem: useWrite((wish: { module: number } & Shapes["ItemIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/modules/{module_id}/items", {
          params: { path: at({ module_id: wish.module }) },
          body: wish,
          headers,
        }),
      ),
    ),
    changeItem: useWrite((wish: { id: number } & Partial<Shapes["ItemChange"]>, headers) =>
      told(
        client.PATCH("/api/courses/{slug}/items/{item_id}", {
          params: { path: at({ item_id: wish.id }) },
          body: { no_points: false, ...wish },
          headers,
        }),
      ),
    ),
    removeItem: useWrite((id: number, headers) =>
      told(
        client.DELETE("/api/courses/{slug}/items/{item_id}", {
          params: { path: at({ item_id: id }) },
          headers,
        }),
      ),
    ),
    placeItem: useWrite((wish: { id: number } & Shapes["PlaceIn"], headers) =>
      told(
        client.PUT("/api/courses/{slug}/items/{item_id}/place", {
          params: { path: at({ item_id: wish.id }) },
          body: wish,
          headers,
        }),
      ),
    ),
    setMoments: useWrite((wish: { id: number; moments: Shapes["RulesIn"] }, headers) =>
      told(
        client.PUT("/api/courses/{slug}/items/{item_id}/moments", {
          params: { path: at({ item_id: wish.id }) },
          body: wish.moments,
          headers,
        }),
      ),
    ),
    intoModule: useWrite(({ id, ...body }: { id: number } & Shapes["IntoModule"], headers) =>
      told(
        client.PUT("/api/courses/{slug}/items/{item_id}/module", {
          params: { path: at({ item_id: id }) },
          body,
          headers,
        }),
      ),
    ),
    copyIn: useWrite((wish: Shapes["CopyInIn"], headers) =>
      told(client.POST("/api/courses/{slug}/copy-in", { params: { path: at({}) }, body: wish, headers })),
    ),
    setConditions: useWrite((wish: Shapes["ConditionsIn"], headers) =>
      told(client.PUT("/api/courses/{slug}/conditions", { params: { path: at({}) }, body: wish, headers })),
    ),
    undo: useWrite((change: number, headers) =>
      told(
        client.POST("/api/courses/{slug}/changes/{change_id}/undo", {
          params: { path: at({ change_id: change }) },
          headers,
        }),
      ),
    ),
  };
}
