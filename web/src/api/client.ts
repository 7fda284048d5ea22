import createClient, { type Middleware } from "openapi-fetch";
import { asOn } from "./as-on";
import { keptSince } from "./kept-since";
import { walkHeader } from "./walk";
import type { components, paths } from "./schema";

export type Shapes = components["schemas"];

/** A refusal in the server's words (problem+json); `also` holds what would help. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly also: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

/** No answer came: the connection is lost, or the server is. Nothing was acknowledged. */
export class NoAnswer extends Error {}

export function cookie(name: string): string {
  const found = document.cookie.split("; ").find((c) => c.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

const guard: Middleware = {
  onRequest({ request }) {
    if (request.method === "GET" && asOn.value) request.headers.set("As-On", asOn.value);
    const walked = request.method === "GET" ? walkHeader(request.url) : "";
    if (walked) request.headers.set("As-Student", walked);
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
  // The header's name stands in the service worker too, which shares no code with the page.
  onResponse({ request, response }) {
    if (request.method === "GET") keptSince.value = response.headers.get("Kept-At") ?? "";
    return response;
  },
};

export const client = createClient<paths>({ baseUrl: "" });
client.use(guard);

export async function problemOf(response: Response): Promise<Problem> {
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  return new Problem(response.status, String(body.title ?? ""), String(body.detail ?? ""), body);
}

/** What a call of the client brought, or an exception that a screen can show. */
export async function told<T>(call: Promise<{ data?: T; response: Response; error?: unknown }>): Promise<T> {
  let found;
  try {
    found = await call;
  } catch {
    throw new NoAnswer();
  }
  if (!found.response.ok) {
    const body = (found.error ?? {}) as Record<string, unknown>;
    throw new Problem(found.response.status, String(body.title ?? ""), String(body.detail ?? ""), body);
  }
  return found.data as T;
}

/** One key for one wish: the same key again never does a thing twice. */
export function wishKey(): string {
  return crypto.randomUUID();
}

/** Says which edition the writer saw (RFC 9110): over a later one nothing is written. */
export const seeing = (edition: number | undefined): Record<string, string> =>
  edition === undefined ? {} : { "If-Match": `"${edition}"` };

const TRIES = 4;
const FIRST_PAUSE_MS = 700;
const LONGEST_PAUSE_MS = 12_000;

/** So long, or until the line is back. */
const pause = (ms: number): Promise<void> =>
  new Promise((done) => {
    const over = () => {
      clearTimeout(timer);
      removeEventListener("online", over);
      done();
    };
    const timer = setTimeout(over, ms);
    addEventListener("online", over);
  });

/** Send a write until it is answered: repeated with its key while no answer comes, so often. */
export async function insist<T>(
  send: (headers: { "Idempotency-Key": string }) => Promise<T>,
  tries = TRIES,
): Promise<T> {
  const headers = { "Idempotency-Key": wishKey() };
  for (let attempt = 1; ; attempt++) {
    try {
      return await send(headers);
    } catch (error) {
      if (!(error instanceof NoAnswer) || attempt >= tries) throw error;
      await pause(Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** attempt));
    }
  }
}
