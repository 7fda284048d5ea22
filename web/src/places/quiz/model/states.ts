import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";
import type { Tile } from "@/ui/tile/StateTile.vue";

type State = Shapes["TakenQuestion"]["state"] | Shapes["ReviewedQuestion"]["state"];

const TILES: Record<State, Tile> = {
  "": "soon",
  empty: "todo",
  saved: "started",
  form: "missing",
  right: "done",
  part: "handed",
  wrong: "missing",
  read: "held",
};

export const tileOfState = (state: State): Tile => TILES[state];

/** 'right · 2 of 2', 'saved, not checked', 'form to mend', '3 points'. */
export function questionWords(
  question: Pick<Shapes["TakenQuestion"], "state" | "won" | "points" | "tries_left" | "tries_of" | "settled">,
  t: Composer["t"],
): string {
  const { state, won, points } = question;
  if (state === "empty") return t("quiz.points", { n: points }, Number(points));
  if (state === "saved") return t(question.tries_of ? "quiz.state.savedUnchecked" : "quiz.state.saved");
  const word = t(`quiz.state.${state}`);
  if (won !== null) return `${word} · ${t("quiz.ofPoints", { won, points })}`;
  if (state === "wrong" || state === "part")
    return `${word} · ${t("quiz.triesLeft", { n: question.tries_left ?? 0 }, question.tries_left ?? 0)}`;
  return word;
}
