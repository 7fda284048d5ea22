import { useQuery } from "@tanstack/vue-query";
import { client, told } from "@/api/client";

export const useStanding = (slug: () => string) =>
  useQuery({
    queryKey: ["standing", slug],
    queryFn: () => told(client.GET("/api/courses/{slug}/standing", { params: { path: { slug: slug() } } })),
  });

export const useStrips = (slug: () => string) =>
  useQuery({
    queryKey: ["strips", slug],
    queryFn: () =>
      told(client.GET("/api/courses/{slug}/class-strips", { params: { path: { slug: slug() } } })),
    staleTime: 120_000,
  });
