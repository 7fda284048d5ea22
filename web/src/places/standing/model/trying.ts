import { useQuery, keepPreviousData } from "@tanstack/vue-query";
import { computed, ref } from "vue";
import { client, told, type Shapes } from "@/api/client";
import { coursePath } from "@/api/reads";

const PAUSE_MS = 250;

/** Scores that are tried in place of one's own. They are in this page only, and the totals come from the server: the
 * rules are there. */
export function useTrying(slug: () => string, wanted: () => boolean) {
  const typed = ref<Record<number, string>>({});
  const asked = ref<Record<number, string>>({});
  let timer = 0;
  const wishes = computed((): Shapes["TriedScore"][] =>
    Object.entries(asked.value)
      .filter(([, points]) => points.trim())
      .map(([item, points]) => ({ item_id: Number(item), points })),
  );
  const { data, error } = useQuery({
    queryKey: [...coursePath(slug).standing().queryKey, "tried", wishes],
    queryFn: () =>
      told(
        client.POST("/api/courses/{slug}/standing/try", {
          params: { path: { slug: slug() } },
          body: { scores: wishes.value },
        }),
      ),
    enabled: wanted,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });

  function type(item: number, points: string): void {
    typed.value = { ...typed.value, [item]: points };
    clearTimeout(timer);
    timer = window.setTimeout(() => (asked.value = typed.value), PAUSE_MS);
  }

  function stop(): void {
    clearTimeout(timer);
    typed.value = {};
    asked.value = {};
  }

  const some = computed(() => Object.values(typed.value).some((points) => points.trim()));
  return { typed, tried: data, error, type, stop, some };
}
