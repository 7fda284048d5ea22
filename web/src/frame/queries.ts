import { useQuery } from "@tanstack/vue-query";
import { client, told } from "@/api/client";
import { coursePath, own, touched } from "@/api/reads";
import { useWrite } from "./writes";

/** Ends looking at Unvo as somebody else. */
export const useEndActing = () =>
  useWrite(
    (_: void, headers) => told(client.DELETE("/api/administration/acting", { headers })),
    () => touched.nothing(),
  );

const A_WHILE = 300_000;

export const useMe = (wanted: () => boolean = () => true) =>
  useQuery({ ...own.me(), enabled: wanted, staleTime: A_WHILE });

export const useShelf = () => useQuery({ ...own.shelf(), staleTime: A_WHILE });

export const useRibbon = (slug: () => string) => useQuery(coursePath(slug).ribbon());

/** Whether nobody has shown this person around the course yet; a failure to ask holds nobody up. */
export const firstTour = (slug: string): Promise<boolean> =>
  coursePath(() => slug)
    .tour()
    .queryFn()
    .then(
      (tour) => tour.first,
      () => false,
    );

/** The first module of the week that is shown now: where to look at the class from. */
export function useSheetModules(slug: () => string) {
  const { data: ribbon } = useRibbon(slug);
  const current = () => ribbon.value?.current ?? "";
  return useQuery({
    ...coursePath(slug).sheet(current),
    enabled: () => !!current(),
    select: (sheet) => sheet.modules[0]?.id ?? 0,
  });
}
