import { courseKey, type Side } from "./course";
import { own } from "./own";

type Key = readonly unknown[];

const side = (slug: string, one: Side): Key => courseKey(slug, one);
const [today, desk, shelf] = [own.today().queryKey, own.desk().queryKey, own.shelf().queryKey];

/** What a write makes stale, by what it changes: each a list of the beginnings of keys. */
export const touched = {
  nothing: (): Key[] => [],
  /** What stands on the path, or when, or for whom: the whole course is drawn from it. */
  layout: (slug: string): Key[] => [courseKey(slug), today, desk],
  /** The course's name, its term, whether it is open. */
  course: (slug: string): Key[] => [courseKey(slug), today, desk, shelf],
  /** What the reader did: their own path over the course, and what is next over all courses. */
  doing: (slug: string): Key[] => [side(slug, "path"), today],
  /** A draft of one's own: that something is started, and not handed in. */
  started: (slug: string, id: number): Key[] => [
    courseKey(slug, "path", "item", id, "page"),
    courseKey(slug, "path", "sheet"),
    courseKey(slug, "path", "term"),
    today,
  ],
  /** What is said in a discussion: one's part in it, and so one's path. */
  talking: (slug: string): Key[] => [side(slug, "path"), courseKey(slug, "class", "item"), today, desk],
  /** What is asked in a course. */
  asking: (slug: string): Key[] => [courseKey(slug, "path", "asked"), desk],
  /** What is written to the reader and by them. */
  writing: (slug: string): Key[] => [courseKey(slug, "path", "written"), own.notices().queryKey],
  /** What is said to a course: it stands on its weeks, over its screens, on Today and in Talk. */
  announcing: (slug: string): Key[] => [side(slug, "path"), side(slug, "class"), today],
  /** What a linked system has told of an item, or of the reader. */
  linked: (slug: string): Key[] => [
    side(slug, "path"),
    side(slug, "class"),
    courseKey(slug, "layout", "systems"),
    today,
    desk,
  ],
  /** Linked systems: which there are, how they open, what they may do. */
  systems: (slug: string): Key[] =>
    slug ? [courseKey(slug, "layout", "systems"), side(slug, "path")] : [["place", "systems"]],
  noticeCount: (): Key[] => [own.notices().queryKey],
  /** How a discussion reads, and nothing that counts. */
  reading: (slug: string, id: number): Key[] => [courseKey(slug, "path", "item", id, "talk")],
  /** Scores, how they count, who is counted as done: what teachers see of the class, and what they have to do. */
  grading: (slug: string): Key[] => [side(slug, "class"), side(slug, "path"), desk],
  /** Grades that were kept for the record. */
  official: (slug: string): Key[] => [courseKey(slug, "class", "gradebook", "official")],
  /** Comments that are kept for again. */
  remarks: (slug: string): Key[] => [courseKey(slug, "class", "remarks")],
  /** Scores that were typed in the gradebook, whose rows came with the answer. */
  cells: (slug: string): Key[] => [courseKey(slug, "class", "gradebook"), side(slug, "path"), desk],
  /** Who is in the course and in which section: who has what before them, and whom the teachers see. */
  people: (slug: string): Key[] => [courseKey(slug), desk],
  /** Who is in which group. */
  groups: (slug: string): Key[] => [courseKey(slug)],
  /** Shelves of the library, and reports on what is wrong. */
  library: (slug: string): Key[] => [
    courseKey(slug, "path", "library"),
    courseKey(slug, "path", "tour"),
    desk,
  ],
  /** Question banks and what is in them. */
  banks: (slug: string): Key[] => [courseKey(slug, "layout", "banks")],
  /** How a quiz goes and what it puts: its item is worth what its questions are. */
  quiz: (slug: string): Key[] => [courseKey(slug), today, desk],
  /** What is answered in a quiz, and how far one is. */
  answering: (slug: string, id: number): Key[] => [
    courseKey(slug, "path", "item", id, "page"),
    courseKey(slug, "path", "item", id, "quiz", "mine"),
    courseKey(slug, "path", "sheet"),
    courseKey(slug, "path", "term"),
    today,
  ],
  /** Absences from a class. */
  absences: (slug: string): Key[] => [
    courseKey(slug, "path", "class"),
    courseKey(slug, "class", "absences"),
    desk,
  ],
  /** Findings of the date check that are meant so. */
  check: (slug: string): Key[] => [courseKey(slug, "layout", "check"), desk],
  /** A course that is new on the shelf. */
  shelf: (): Key[] => [shelf, desk],
  sessions: (): Key[] => [own.sessions().queryKey],
  /** What administrators keep. */
  place: (): Key[] => [["place"], shelf, own.beginnings().queryKey],
  feeds: (): Key[] => [own.feeds().queryKey],
  /** One's own minutes a day: starts are proposed from them in every course. */
  budget: (): Key[] => [["course"], today, own.me().queryKey],
  /** What stands over all courses, for another day or reader. */
  overCourses: (): Key[] => [today, desk, shelf, own.me().queryKey],
};
