import { useQuery } from "@tanstack/vue-query";
import { client, told } from "@/api/client";

export const useMe = (wanted: () => boolean = () => true) =>
  useQuery({
    queryKey: ["me"],
    enabled: wanted,
    queryFn: () => told(client.GET("/api/me")),
    staleTime: 300_000,
  });

export const useShelf = () =>
  useQuery({ queryKey: ["shelf"], queryFn: () => told(client.GET("/api/courses")), staleTime: 300_000 });

export const useRibbon = (slug: () => string) =>
  useQuery({
    queryKey: ["ribbon", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/ribbon", { params: { path: { slug: slug() } } })),
  });

/** Whether nobody has shown this person around the course yet; a failure to ask holds nobody up. */
export const firstTour = (slug: string): Promise<boolean> =>
  told(client.GET("/api/courses/{slug}/tour", { params: { path: { slug } } })).then(
    (tour) => tour.first,
    () => false,
  );

/** The first module of the week that is shown now: where to look at the class from. */
export function useSheetModules(slug: () => string) {
  const { data: ribbon } = useRibbon(slug);
  return useQuery({
    queryKey: ["sheet-module", slug, () => ribbon.value?.current],
    enabled: () => !!ribbon.value?.current,
    queryFn: () =>
      told(
        client.GET("/api/courses/{slug}/weeks/{key}", {
          params: { path: { slug: slug(), key: ribbon.value?.current ?? "" } },
        }),
      ).then((sheet) => sheet.modules[0]?.id ?? 0),
  });
}
