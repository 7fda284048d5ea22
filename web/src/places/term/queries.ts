import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useTerm = (slug: () => string) =>
  useQuery({
    queryKey: ["term", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/term", { params: { path: { slug: slug() } } })),
    placeholderData: (before) => before,
  });

/** Move the moments of several items by days or by classes. */
export const useShift = (slug: () => string) =>
  useWrite((wish: Shapes["ShiftIn"], headers) =>
    told(
      client.POST("/api/courses/{slug}/shift", { params: { path: { slug: slug() } }, body: wish, headers }),
    ),
  );

export const useFeeds = () =>
  useQuery({ queryKey: ["feeds"], queryFn: () => told(client.GET("/api/calendar-feeds")) });

export const useMakeFeed = () =>
  useWrite((slug: string | null, headers) =>
    told(client.POST("/api/calendar-feeds", { body: { slug }, headers })),
  );

export const useEndFeed = () =>
  useWrite((id: number, headers) =>
    told(client.DELETE("/api/calendar-feeds/{feed_id}", { params: { path: { feed_id: id } }, headers })),
  );
