/** What a reader's browser keeps of the pages they opened, to be read without a connection. */

export const KEPT_AT = "Kept-At";
export const CACHES = { shell: "shell", code: "code", reading: "reading", files: "files" } as const;
const LARGEST_FILE = 25 * 1024 * 1024;

const COURSE = "/api/courses/[^/]+";
const READING = [
  /^\/api\/(me|courses|today|kinds)$/,
  new RegExp(`^${COURSE}/(ribbon|term|standing|class-strips|library|tour|announcements)$`),
  new RegExp(`^${COURSE}/(weeks|classes)/[^/]+$`),
  new RegExp(`^${COURSE}/items/\\d+(/(hand-in|grading|changes))?$`),
];

/** An address at which the application is; papers, files and feeds have addresses of their own. */
export const isPage = (path: string): boolean =>
  !/^\/((api|files|calendar|static|health|unsubscribe|_allauth)\/|sw\.js$)/.test(path);

/** One's own reading only: nothing of other people's work, scores or mail stays on a device. */
export const isReading = (path: string): boolean => READING.some((one) => one.test(path));

/** A walk-through, or another day's clock, is no page of one's own. */
export const isOwn = (headers: Headers): boolean => !headers.has("As-On") && !headers.has("As-Student");

/** Handouts, slides and pictures; recordings are asked for in stretches and are too long to keep. */
export const isKeptFile = (path: string, headers: Headers, destination: string): boolean =>
  path.startsWith("/files/") &&
  !headers.has("range") &&
  destination !== "video" &&
  destination !== "audio" &&
  destination !== "track";

/** The answer as it is kept: with the moment at which it was; none for what is not whole or not to be stored. */
export async function toKeep(response: Response): Promise<Response | null> {
  const tooLong = Number(response.headers.get("content-length") ?? 0) > LARGEST_FILE;
  const secret = response.headers.get("unvo-keep") === "never";
  if (response.status !== 200 || tooLong || secret) return null;
  const headers = new Headers(response.headers);
  headers.set(KEPT_AT, new Date().toISOString());
  return new Response(await response.blob(), { status: 200, headers });
}
