/** Addresses of all places, written in one place. */

export const deskPath = "/desk";
export const stepPath = (slug: string, key: string, dated: boolean): string =>
  `/c/${slug}/${dated ? "week" : "module"}/${key}`;
export const itemPath = (slug: string, id: number): string => `/c/${slug}/item/${id}`;
export const gradePath = (slug: string, id: number, person?: number): string =>
  `/c/${slug}/grade/${id}${person ? `/${person}` : ""}`;
/** Where a quiz is taken. */
export const quizPath = (slug: string, id: number): string => `/c/${slug}/quiz/${id}`;
export const quizReviewPath = (slug: string, id: number, number: number): string =>
  `${quizPath(slug, id)}/review/${number}`;
export const quizClassPath = (slug: string, id: number): string => `${quizPath(slug, id)}/class`;
export const quizFiguresPath = (slug: string, id: number): string => `${quizPath(slug, id)}/figures`;
export const quizOfPath = (slug: string, id: number, person: number, number: number): string =>
  `${quizClassPath(slug, id)}/${person}/${number}`;
export const quizAnswersPath = (slug: string, id: number, question: number): string =>
  `${quizClassPath(slug, id)}/answers/${question}`;
export const quizSheetsPath = (slug: string, id: number): string => `${quizPath(slug, id)}/sheets`;
export const quizSetupPath = (slug: string, id: number): string => `${quizPath(slug, id)}/questions`;
/** Where the class's parts in a discussion are scored. */
export const talkScorePath = (slug: string, id: number): string => `${itemPath(slug, id)}?class=1`;
export const postPath = (slug: string, item: number, post: number): string =>
  `${itemPath(slug, item)}?post=${post}#post-${post}`;
export const standingPath = (slug: string): string => `/c/${slug}/standing`;
export const officialPath = (slug: string, id?: number): string =>
  `/c/${slug}/official-grades${id ? `/${id}` : ""}`;
export const gradebookPath = (slug: string): string => `/c/${slug}/gradebook`;
export const termPath = (slug: string, view = "map"): string => `/c/${slug}/term/${view}`;
export const talkPath = (slug: string): string => `/c/${slug}/talk`;
export const questionsPath = (slug: string): string => `/c/${slug}/talk/questions`;
export const discussionsPath = (slug: string): string => `/c/${slug}/talk/discussions`;
export const messagesPath = (slug: string, thread?: number): string =>
  `/c/${slug}/talk/messages${thread ? `/${thread}` : ""}`;
export const questionPath = (slug: string, id: number): string =>
  `${questionsPath(slug)}?question=${id}#question-${id}`;
export const noticesPath = "/notices";
export const libraryPath = (slug: string, part = "syllabus"): string => `/c/${slug}/library/${part}`;
export const banksPath = (slug: string, bank?: number): string =>
  `/c/${slug}/library/questions${bank ? `/${bank}` : ""}`;
export const bankQuestionPath = (slug: string, question: number): string =>
  `/c/${slug}/library/question/${question}`;
export const newQuestionPath = (slug: string, bank: number): string =>
  `/c/${slug}/library/questions/${bank}/new`;
export const rosterPath = (slug: string, state = ""): string =>
  `/c/${slug}/roster${state ? `?state=${state}` : ""}`;
export const peoplePath = (slug: string): string => `/c/${slug}/roster/people`;
export const modulePath = (slug: string, module: number): string => `/c/${slug}/roster/module/${module}`;
export const classPath = (slug: string, number: number): string => `/c/${slug}/class/${number}`;
export const searchPath = (slug: string, text: string): string =>
  `/c/${slug}/search?q=${encodeURIComponent(text)}`;
export const setupPath = (slug: string, part = "schedule"): string => `/c/${slug}/setup/${part}`;

export const accessPath = (slug: string, system: string): string => `/c/${slug}/systems/${system}`;
