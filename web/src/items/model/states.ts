import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";
import type { Times } from "@/ui/moment/zones";
import type { Kinds, Rule } from "@/frame/kinds";
import { isJoin } from "./conditions";
import type { Tile } from "@/ui/tile/StateTile.vue";

export type Row = Shapes["Row"];

export type State = Shapes["State"];

const TILES: Record<State, Tile> = {
  locked: "locked",
  not_open: "soon",
  to_do: "todo",
  started: "started",
  given_back: "todo",
  handed_in: "handed",
  being_graded: "held",
  scored: "done",
  done: "done",
  missing: "missing",
  closed: "locked",
  excused: "excused",
};

/** What decides the tile and the words: the same everywhere an item's state is shown. */
export interface Stated {
  /** Empty for teachers, who have none. */
  state: State | "";
  done?: boolean;
  practice?: boolean;
}

export function tileOf(row: Stated): Tile {
  if (row.practice && (row.state === "to_do" || row.state === "scored")) return "excused";
  return row.state ? TILES[row.state] : "todo";
}

/** Whether something is there that one goes on with, also after its due moment. */
export function mayContinue({ state, open, started }: Pick<Row, "state" | "open" | "started">): boolean {
  if (state === "missing") return open && Object.keys(started).length > 0;
  return state === "started" || state === "given_back";
}

/** 'Late by 3 h', in the largest fitting unit, rounded up. */
export function lateWords(seconds: number, t: Composer["t"]): string {
  const minutes = Math.ceil(seconds / 60);
  if (minutes < 60) return t("by.minutes", { n: minutes });
  if (minutes < 48 * 60) return t("by.hours", { n: Math.ceil(minutes / 60) });
  return t("by.days", { n: Math.ceil(minutes / 1440) });
}

export function effortWords(minutes: number, t: Composer["t"]): string {
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  if (!h) return t("time.minutes", { n: m });
  return m ? t("time.both", { h, m: String(m).padStart(2, "0") }) : t("time.hours", { h });
}

export function startedWords(started: Record<string, number>, t: Composer["t"], now: string): string {
  if (started.questions) return quizWords(started, t, now);
  if (started.reviews) return t("review.started", { sent: started.reviews_sent, of: started.reviews });
  const parts = [];
  if (started.files) parts.push(t("detail.files", { n: started.files }, started.files));
  if (started.photos) parts.push(t("detail.photos", { n: started.photos }, started.photos));
  if (started.words) parts.push(t("detail.words", { n: started.words }, started.words));
  return [...parts, t("detail.notHandedIn")].join(", ");
}

/** 'Attempt 1 of 2, 4 of 6 answered, 11 min left'. */
function quizWords(started: Record<string, number>, t: Composer["t"], now: string): string {
  const { attempt, of, answered, questions, ends } = started;
  const minutes = ends ? Math.ceil((ends * 1000 - Date.parse(now)) / 60_000) : 0;
  const left = ends
    ? minutes > 0
      ? t("quiz.started.minutesLeft", { n: minutes })
      : t("quiz.started.timeUp")
    : "";
  const which = of
    ? t("quiz.started.attemptOf", { n: attempt, of })
    : t("quiz.started.attempt", { n: attempt });
  return [which, t("quiz.started.answered", { n: answered, all: questions }), left]
    .filter(Boolean)
    .join(", ");
}

/** What the state word is made of. */
export type Worded = Pick<Row, "state" | "points" | "score"> &
  Partial<Pick<Row, "opens_at" | "late_seconds" | "kind">>;

/** The state word of an item. */
export function stateWord(row: Worded, t: Composer["t"], times: Times): string {
  if (row.state === "not_open")
    return t("state.not_open", { at: row.opens_at ? times.moment(row.opens_at) : "" });
  if (row.state === "scored") {
    return row.points === null
      ? t("state.done")
      : t("state.scored", { score: row.score ?? "", points: row.points });
  }
  if (row.state === "handed_in" && row.late_seconds)
    return t("state.late", { by: lateWords(row.late_seconds, t) });
  if (row.state === "done" && row.kind === "acknowledgement") return t("state.acknowledged");
  return t(`state.${row.state}`);
}

/** The line under the state word: its date and what happens next. Locks are drawn with links instead. */
export function stateDetail(row: Row, t: Composer["t"], times: Times, now: string): string {
  switch (row.state) {
    case "handed_in":
      return row.receipt
        ? t("detail.receipt", { at: times.moment(row.handed_in_at ?? ""), number: row.receipt })
        : times.moment(row.handed_in_at ?? "");
    case "given_back": {
      const begun = Object.keys(row.started).length ? startedWords(row.started, t, now) : "";
      return [row.due ? t("detail.again", { at: times.moment(row.due) }) : "", begun]
        .filter(Boolean)
        .join(" · ");
    }
    case "being_graded":
      return t("detail.released");
    case "scored":
      return row.deduction
        ? t("detail.deduction", { points: row.deduction })
        : row.done_at
          ? times.moment(row.done_at)
          : "";
    case "done":
      return row.done_at ? times.moment(row.done_at) : "";
    case "missing":
      return row.closes && row.open
        ? t("detail.until", { at: times.moment(row.closes) })
        : row.closes
          ? t("detail.closed", { at: times.moment(row.closes) })
          : "";
    case "closed":
      return row.closes ? t("detail.closed", { at: times.moment(row.closes) }) : "";
    case "excused":
      return t("detail.excused");
    case "started":
      if (row.wants.length) return wantWords(row, t, times);
      return [startedWords(row.started, t, now), ahead(row, t, times, now)].filter(Boolean).join(" · ");
    case "to_do":
      return row.wants.length ? wantWords(row, t, times) : ahead(row, t, times, now);
  }
  return "";
}

/** What a discussion still asks of its reader: '1 post to go by Thu 8 Oct, 23:59 · 2 replies to go by Sun …'. */
export function wantWords(row: Pick<Row, "wants">, t: Composer["t"], times: Times): string {
  return row.wants
    .filter((w) => w.have < w.count)
    .map((w) => {
      const left = w.count - w.have;
      const words = t(`talk.toGo.${w.what}`, { n: left }, left);
      return w.by ? `${words} ${t("talk.byMoment", { at: times.moment(w.by) })}` : words;
    })
    .join(" · ");
}

/** 'start by Wed' when that day is near or past; else when it is due. */
function ahead(row: Row, t: Composer["t"], times: Times, now: string): string {
  if (row.overdue && row.due) return t("detail.dueWas", { at: times.moment(row.due) });
  if (!row.due) return "";
  if (row.start_by) {
    const start = times.day(row.start_by);
    if (start === times.day(now)) return t("detail.startToday");
    if (Date.parse(row.start_by) < Date.parse(now)) return t("detail.startByWas", { at: start });
    return t("detail.startBy", { at: start });
  }
  return t("detail.due", { at: times.moment(row.due) });
}

type Waiting = Pick<Row, "waits_for" | "choices">;

export interface Wait {
  id: number;
  title: string;
  /** What stands before it: nothing, a comma, or that a choice begins. */
  before: string;
}

/** What an item waits for, one after the other: all of 'A, B', then 'any 2 of C, D, E'. */
export function waitsOf(row: Waiting, t: Composer["t"]): Wait[] {
  const all = row.waits_for.map((w, n) => ({ ...w, before: n ? ", " : "" }));
  const chosen = row.choices.flatMap((choice, c) =>
    choice.items.map((w, n) => {
      const begins = `${all.length || c ? "; " : ""}${t("detail.anyOf", { need: choice.need })} `;
      return { ...w, before: n ? ", " : begins };
    }),
  );
  return [...all, ...chosen];
}

export function waitWords(row: Waiting, t: Composer["t"]): string {
  return waitsOf(row, t)
    .map((w) => w.before + w.title)
    .join("");
}

interface Ruled {
  done_rule: Rule;
  done_percent: number | null;
  done_parts: Shapes["DonePart"][];
}

/** 'watched at least 80 %', or 'opened, or ticked off'. */
export function doneWords(item: Ruled, t: Composer["t"], kinds: Kinds): string {
  const one = (rule: Rule, n: number): string => {
    if (rule === "scored" && !n) return t("doneRule.scored");
    return kinds.asksPercent(rule)
      ? t("doneRule.withPercent", { rule: kinds.ruleWord(rule), n })
      : kinds.ruleWord(rule);
  };
  if (!isJoin(item.done_rule)) return one(item.done_rule, item.done_percent ?? 0);
  const each = item.done_parts.map((p) => one(p.rule, p.percent ?? 0));
  if (each.length < 2) return each[0] ?? "";
  const join = item.done_rule === "any" ? "doneRule.or" : "doneRule.and";
  return t(join, { list: each.slice(0, -1).join(", "), last: each.at(-1) });
}
