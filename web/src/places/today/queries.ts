import { useQuery } from "@tanstack/vue-query";
import { client, insist, told } from "@/api/client";
import { useWrite } from "@/api/writes";

export const useToday = () =>
  useQuery({ queryKey: ["today"], queryFn: () => told(client.GET("/api/today")), staleTime: 30_000 });

export const useBudget = () =>
  useWrite((minutes: number[], headers) =>
    told(client.PUT("/api/today/budget", { body: { minutes }, headers })),
  );

/** Tell that what is new has been shown; the next visit starts from here. Nothing waits for it. */
export const noteSeen = (): Promise<unknown> =>
  insist((headers) => told(client.POST("/api/today/seen", { headers }))).catch(() => null);
