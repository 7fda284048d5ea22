import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";

/** What came along with a question: how its asker stood with the item when they asked. */
export function contextWords(question: Shapes["QuestionOut"], t: Composer["t"]): string[] {
  const found = question.context as Record<string, string | number | null>;
  return [
    found.state ? t(`asked.state.${found.state}`) : "",
    found.due ? t("asked.due", { at: found.due }) : "",
    found.attempt ? t("asked.attempt", { n: found.attempt }) : "",
    found.receipt ? t("asked.receipt", { n: found.receipt }) : "",
    found.score ? t("asked.score", { n: found.score }) : "",
  ].filter(Boolean);
}
