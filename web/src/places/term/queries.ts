import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { coursePath, own, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useTerm = (slug: () => string) =>
  useQuery({ ...coursePath(slug).term(), placeholderData: (before) => before });

/** Move the moments of several items by days or by classes. */
export const useShift = (slug: () => string) =>
  useWrite(
    (wish: Shapes["ShiftIn"], headers) =>
      told(
        client.POST("/api/courses/{slug}/shift", { params: { path: { slug: slug() } }, body: wish, headers }),
      ),
    () => touched.layout(slug()),
  );

export const useFeeds = () => useQuery(own.feeds());

export const useMakeFeed = () =>
  useWrite(
    (slug: string | null, headers) => told(client.POST("/api/calendar-feeds", { body: { slug }, headers })),
    touched.feeds,
  );

export const useEndFeed = () =>
  useWrite(
    (id: number, headers) =>
      told(client.DELETE("/api/calendar-feeds/{feed_id}", { params: { path: { feed_id: id } }, headers })),
    touched.feeds,
  );
