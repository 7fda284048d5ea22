import { banksPath, libraryPath } from "./addresses";

const PARTS = ["syllabus", "people", "handouts", "tools", "errata", "faq", "tour"];

/** The parts of the library, as a line of links; question banks are for teachers. */
export const libraryParts = (slug: string, t: (key: string) => string, teaching: boolean) => [
  ...PARTS.map((key) => ({ key, name: t(`library.part.${key}`), to: libraryPath(slug, key) })),
  ...(teaching ? [{ key: "questions", name: t("library.part.questions"), to: banksPath(slug) }] : []),
];
