import type { Shapes } from "@/api/client";

type Translate = (key: string, named?: Record<string, unknown>, plural?: number) => string;

/** What an answer is asked for, in words: 'a number in m, 3 decimals'. */
export function askedWords(asked: Shapes["AskedOut"], t: Translate): string {
  const said = [kindWords(asked, t)];
  if (asked.places !== null) said.push(t("answer.asks.places", { n: asked.places }));
  if (asked.figures !== null) said.push(t("answer.asks.figures", { n: asked.figures }));
  if (asked.form) said.push(t(`question.formOf.${asked.form}`));
  return said.filter(Boolean).join(", ");
}

function kindWords(asked: Shapes["AskedOut"], t: Translate): string {
  switch (asked.asks) {
    case "number":
      return asked.unit ? t("answer.asks.unit", { unit: asked.unit }) : t("answer.asks.number");
    case "formula":
      return t("answer.asks.formula", { names: asked.variables.join(", ") });
    case "angle":
      return t(asked.bearing ? "answer.asks.bearing" : "answer.asks.angle");
    case "choice":
      return t(asked.several ? "answer.chooseSeveral" : "answer.choose");
    case "fraction":
    case "list":
    case "interval":
    case "point":
    case "text":
      return t(`answer.asks.${asked.asks}`);
    default:
      return "";
  }
}
