import { useQueryClient } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { keyOf, own, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

/** What is kept of one's own work: each answer is all that is kept as it stands then. */
export function useCollection() {
  const queries = useQueryClient();
  const show = async (answer: Promise<Shapes["Collected"][]>): Promise<void> =>
    void queries.setQueryData(keyOf(own.collection()), await answer);
  const one = "/api/own-collection/{number}";
  return {
    keep: useWrite(
      ({ number, words }: { number: string; words: string }, headers) =>
        show(told(client.PUT(one, { params: { path: { number } }, body: { words }, headers }))),
      touched.nothing,
    ),
    drop: useWrite(
      (number: string, headers) => show(told(client.DELETE(one, { params: { path: { number } }, headers }))),
      touched.nothing,
    ),
    order: useWrite(
      (numbers: string[], headers) =>
        show(told(client.PUT("/api/own-collection", { body: { numbers }, headers }))),
      touched.nothing,
    ),
  };
}
