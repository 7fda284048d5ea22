export { readAnew, type Keys } from "./anew";
export {
  bookCounts,
  courseBook,
  courseClass,
  courseLayout,
  coursePath,
  courseRules,
  type HistoryQuery,
} from "./course";
export { courseItem } from "./item";
export { general, own } from "./own";
export { place } from "./place";
export { keyOf } from "./read";
export { courseAsked, nearAsked } from "./asked";
export { bankExport, courseBanks } from "./questions";
export {
  courseQuiz,
  courseQuizClass,
  courseQuizQuestion,
  courseQuizSetup,
  courseQuizSheets,
} from "./quizzes";
export { courseLink, courseSystems } from "./links";
export { courseReviews } from "./reviews";
export { courseWritten } from "./written";
export { courseSaid } from "./said";
export { courseDiscussions, courseTalk, type TalkWish } from "./talk";
export { touched } from "./touched";
