import { cookie, NoAnswer, Problem } from "./client";

/** Signing in and out: the account service has an API of its own. */
const SESSION = "/_allauth/browser/v1/auth/session";
const LOGIN = "/_allauth/browser/v1/auth/login";

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
