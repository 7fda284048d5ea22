import { cookie, NoAnswer, Problem } from "./client";

/** Signing in and out: the account service has an API of its own. */
const SESSION = "/_allauth/browser/v1/auth/session";
const LOGIN = "/_allauth/browser/v1/auth/login";
const SIGNED_OUT = 401;

interface Answer {
  errors?: { message: string }[];
}

async function send(method: string, address: string, body?: object): Promise<Response> {
  try {
    return await fetch(address, {
      method,
      headers: { "Content-Type": "application/json", "X-CSRFToken": cookie("csrftoken") },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
  } catch {
    throw new NoAnswer();
  }
}

/** `name`: a sign-in name or an e-mail address, in any letter case. */
export async function signIn(name: string, password: string): Promise<void> {
  const who = name.includes("@")
    ? { email: name.trim().toLowerCase() }
    : { username: name.trim().toLowerCase() };
  const response = await send("POST", LOGIN, { ...who, password });
  if (response.ok) return;
  const answer = (await response.json().catch(() => ({}))) as Answer;
  throw new Problem(response.status, "account.refused", answer.errors?.[0]?.message ?? "");
}

export async function signOut(): Promise<void> {
  await send("DELETE", SESSION);
}

async function done(method: string, address: string, body?: object): Promise<void> {
  const response = await send(method, address, body);
  if (response.ok) return;
  const answer = (await response.json().catch(() => ({}))) as Answer;
  // Setting a password signs nobody in: the service answers 401 once it is set.
  if (response.status === SIGNED_OUT && !answer.errors?.length) return;
  throw new Problem(response.status, "account.refused", answer.errors?.[0]?.message ?? "");
}

/** A mail with a link to set another password by; the answer is the same for an address that nobody has. */
export const askPassword = (email: string): Promise<void> =>
  done("POST", "/_allauth/browser/v1/auth/password/request", { email: email.trim() });

export const resetPassword = (key: string, password: string): Promise<void> =>
  done("POST", "/_allauth/browser/v1/auth/password/reset", { key, password });

export const changePassword = (present: string, wanted: string): Promise<void> =>
  done("POST", "/_allauth/browser/v1/auth/password/change", {
    current_password: present,
    new_password: wanted,
  });

/** Where somebody is signed in. `created_at`: seconds since 1970. */
export interface OwnSession {
  id: number;
  user_agent: string;
  ip: string;
  created_at: number;
  is_current: boolean;
}

const SESSIONS = "/_allauth/browser/v1/auth/sessions";

async function listed(method: string, body?: object): Promise<OwnSession[]> {
  const response = await send(method, SESSIONS, body);
  if (!response.ok) throw new Problem(response.status, "account.refused", "");
  return ((await response.json()) as { data: OwnSession[] }).data;
}

export const readSessions = (): Promise<OwnSession[]> => listed("GET");
export const endSessions = (sessions: number[]): Promise<OwnSession[]> => listed("DELETE", { sessions });
