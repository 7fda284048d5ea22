import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { gradePath, quizOfPath } from "@/frame/addresses";
import type { Kinds } from "@/frame/kinds";

/** What came along with a question: how its asker stood with the item when they asked. */
export function contextWords(question: Shapes["QuestionOut"], t: Composer["t"]): string[] {
  const found = question.context as Record<string, string | number | null>;
  const tries = question.context.put_tries as string[] | undefined;
  return [
    found.state ? t(`asked.state.${found.state}`) : "",
    found.due ? t("asked.due", { at: found.due }) : "",
    found.attempt ? t("asked.attempt", { n: found.attempt }) : "",
    found.receipt ? t("asked.receipt", { n: found.receipt }) : "",
    found.put
      ? t(found.put_attempt ? "asked.put" : "asked.putThere", { name: found.put, n: found.put_attempt ?? 0 })
      : "",
    found.put_version ? t("asked.putVersion", { version: found.put_version }) : "",
    found.put_text ? t("asked.putText", { text: found.put_text }) : "",
    found.put_answers ? t("asked.putAnswers", { text: found.put_answers }) : "",
    ...(tries ?? []).map((text, n) => t("asked.putTry", { n: n + 1, text })),
    found.score ? t("asked.score", { n: found.score }) : "",
  ].filter(Boolean);
}

/** Where those who teach look at the answers that a question is about, and score them anew; '' where it is about none. */
export function answersPath(slug: string, question: Shapes["QuestionOut"]): string {
  const attempt = Number(question.context.put_attempt ?? 0);
  if (!attempt || !question.item || !question.asker_id) return "";
  return quizOfPath(slug, question.item.id, question.asker_id, attempt);
}

/** Where those who teach look at the work whose score is asked for anew; '' where its answers are looked at instead. */
export function workPath(slug: string, question: Shapes["QuestionOut"], kinds: Kinds): string {
  if (!question.regrade || !question.item || !question.asker_id) return "";
  const path = kinds.scorePath(question.context.kind as Shapes["Row"]["kind"], slug, question.item.id);
  return path === gradePath(slug, question.item.id)
    ? gradePath(slug, question.item.id, question.asker_id)
    : path;
}

/** What was ruled, in words. */
export function rulingWords(ruling: Shapes["ScoreRulingOut"], t: Composer["t"]): string {
  const { code, before, after } = ruling;
  if (code === "stays") return before ? t("regrade.saidStays", { before }) : t("regrade.saidStaysBare");
  return before && after && before !== after
    ? t("regrade.saidChanged", { before, after })
    : t("regrade.saidChangedBare");
}
