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
