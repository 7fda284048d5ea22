import { useMutation, useQueryClient } from "@tanstack/vue-query";
import { useI18n } from "vue-i18n";
import { insist, NoAnswer, Problem } from "@/api/client";
import { readAnew, type Keys } from "@/api/reads";
import { sayWrong } from "@/ui/notice/notices";

const CHANGED_MEANWHILE = 412;

/** It was refused because somebody else changed the same after it was read. */
export const changedMeanwhile = (error: unknown): error is Problem =>
  error instanceof Problem && error.status === CHANGED_MEANWHILE;

type Headers = { "Idempotency-Key": string };

/** The sentence to show for whatever went wrong. */
export function useWrong(): (error: unknown) => string {
  const { t } = useI18n();
  return (error) => {
    if (error instanceof Problem) {
      const said = error.message || t("wrong.failed");
      return error.also.request ? `${said} ${t("wrong.number", { number: error.also.request })}` : said;
    }
    return error instanceof NoAnswer ? t("wrong.noAnswer") : t("wrong.failed");
  };
}

/** The sentences of all that is wrong with a form. */
export function useAllWrong(): (error: unknown) => string[] {
  const wrong = useWrong();
  return (error) => {
    const fields = error instanceof Problem && Array.isArray(error.also.fields) ? error.also.fields : [];
    const told = fields.map((one: { detail?: unknown }) => String(one.detail ?? ""));
    return told.length ? [...new Set(told)] : [wrong(error)];
  };
}

/** Reads anew, where it is shown, what begins with one of these keys; the rest stays as it is kept. */
export function useStale(): (keys: Keys) => Promise<unknown> {
  const queries = useQueryClient();
  return (keys) => readAnew(queries, keys);
}

/** A write: sent until it is answered, its failure said, what it `touches` read anew. */
export function useWrite<In, Out>(
  send: (wish: In, headers: Headers) => Promise<Out>,
  touches: (wish: In) => Keys,
  quiet = false,
) {
  const stale = useStale();
  const wrong = useWrong();
  return useMutation({
    mutationFn: (wish: In) => insist((headers) => send(wish, headers)),
    networkMode: "always",
    onSuccess: (_, wish) => stale(touches(wish)),
    onError: (error, wish) => {
      if (!quiet) sayWrong(wrong(error));
      if (changedMeanwhile(error)) void stale(touches(wish));
    },
  });
}
