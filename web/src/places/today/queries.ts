import { useQuery } from "@tanstack/vue-query";
import { client, insist, told } from "@/api/client";
import { own, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

const A_WHILE = 30_000;

export const useToday = () => useQuery({ ...own.today(), staleTime: A_WHILE });

export const useBudget = () =>
  useWrite(
    (minutes: number[], headers) => told(client.PUT("/api/today/budget", { body: { minutes }, headers })),
    touched.budget,
  );

/** Tell that what is new has been shown; the next visit starts from here. Nothing waits for it. */
export const noteSeen = (): Promise<unknown> =>
  insist((headers) => told(client.POST("/api/today/seen", { headers }))).catch(() => null);
