import {
  gradePath,
  itemPath,
  quizClassPath,
  quizSheetsPath,
  postPath,
  rosterPath,
  setupPath,
  talkScorePath,
} from "@/frame/addresses";
import type { DeskRow } from "../queries";

/** Where what waits is dealt with, and what the way there is called. */
export function leadOf(row: DeskRow, t: (key: string) => string): { to: string; word: string } | undefined {
  const item = row.item?.id ?? 0;
  const grade = { to: gradePath(row.slug, item), word: t("desk.grade") };
  const places: Partial<Record<DeskRow["kind"], { to: string; word: string }>> = {
    ungraded: grade,
    quiz: { to: quizClassPath(row.slug, item), word: t("desk.grade") },
    quiz_held: { to: quizClassPath(row.slug, item), word: t("desk.toShow") },
    discussion: { to: talkScorePath(row.slug, item), word: t("desk.grade") },
    post_report: { to: postPath(row.slug, item, row.row_id ?? 0), word: t("desk.toPost") },
    paper: grade,
    quiz_paper: { to: quizSheetsPath(row.slug, item), word: t("desk.grade") },
    date_check: { to: setupPath(row.slug, "check"), word: t("desk.toCheck") },
    unopened: { to: setupPath(row.slug, "check"), word: t("desk.toOpen") },
    stale_term: { to: setupPath(row.slug, "move"), word: t("desk.toMove") },
    system_silent: { to: setupPath(row.slug, "systems"), word: t("desk.toSystem") },
    system_away: { to: setupPath(row.slug, "systems"), word: t("desk.toSystem") },
    score_differs: { to: itemPath(row.slug, item), word: t("desk.toScores") },
    behind: { to: rosterPath(row.slug, "behind"), word: t("desk.toRoster") },
  };
  return places[row.kind];
}
