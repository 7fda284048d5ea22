import { useMutation, useQueryClient } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { sayWrong } from "@/ui/notice/notices";
import { insist, NoAnswer, Problem } from "./client";

type Headers = { "Idempotency-Key": string };

/** The sentence to show for whatever went wrong. */
export function useWrong(): (error: unknown) => string {
  const { t } = useI18n();
  return (error) => {
    if (error instanceof Problem) return error.message || t("wrong.failed");
    return error instanceof NoAnswer ? t("wrong.noAnswer") : t("wrong.failed");
  };
}

/** A write: sent until it is answered, its failure said, everything that it may have changed read anew. */
export function useWrite<In, Out>(send: (wish: In, headers: Headers) => Promise<Out>, quiet = false) {
  const queries = useQueryClient();
  const wrong = useWrong();
  return useMutation({
    mutationFn: (wish: In) => insist((headers) => send(wish, headers)),
    networkMode: "always",
    onSuccess: () => queries.invalidateQueries(),
    onError: (error) => {
      if (!quiet) sayWrong(wrong(error));
    },
  });
}
