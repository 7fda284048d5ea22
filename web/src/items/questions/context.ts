import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** What came along with a question: how its asker stood with the item when they asked. */
export function contextWords(question: Shapes["QuestionOut"], t: Composer["t"]): string[] {
  const found = question.context as Record<string, string | number | null>;
  const tries = question.context.put_tries as string[] | undefined;
  return [
    found.state ? t(`asked.state.${found.state}`) : "",
    found.due ? t("asked.due", { at: found.due }) : "",
    found.attempt ? t("asked.attempt", { n: found.attempt }) : "",
    found.receipt ? t("asked.receipt", { n: found.receipt }) : "",
    found.put ? t("asked.put", { name: found.put, n: found.put_attempt }) : "",
    found.put_text ? t("asked.putText", { text: found.put_text }) : "",
    found.put_answers ? t("asked.putAnswers", { text: found.put_answers }) : "",
    ...(tries ?? []).map((text, n) => t("asked.putTry", { n: n + 1, text })),
    found.score ? t("asked.score", { n: found.score }) : "",
  ].filter(Boolean);
}
