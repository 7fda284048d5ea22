import type { DetailedError } from "tus-js-client";
import { client, cookie, NoAnswer, Problem, told, type Shapes } from "./client";

/** What is larger goes in pieces: a lost line then costs one of them. */
const LARGE_BYTES = 4 * 1024 * 1024;
const AT = "/api/uploads";
const PAUSES_MS = [0, 1000, 3000, 7000];

export type Begun = Shapes["BegunUpload"];

/** What this person has sent for an address, within the last day, on any device. */
export const begunFor = (address: string): Promise<Begun[]> =>
  told(client.GET("/api/uploads", { params: { query: { purpose: purposeOf(address) } } }));

/** Nothing of it is kept any more. */
export async function discardBegun(key: string): Promise<void> {
  const headers = { "X-CSRFToken": cookie("csrftoken"), "Tus-Resumable": "1.0.0" };
  await fetch(`${AT}/${key}`, { method: "DELETE", headers }).catch(() => undefined);
}

/** The same file at the same address, whatever attempt or wish it is for. */
const isSame = (begun: Begun, file: File): boolean =>
  begun.name === file.name && begun.size === file.size && begun.modified === file.lastModified;

const purposeOf = (address: string): string => address.replace(/\?.*/, "");

/** Send a file in pieces, on from where it broke off; the key by which it is handed on. */
async function sendInPieces(
  address: string,
  file: File,
  onProgress: (share: number) => void,
): Promise<string> {
  const { Upload } = await import("tus-js-client");
  const before = (await begunFor(address)).find((begun) => isSame(begun, file));
  return new Promise((done, fail) => {
    const upload = new Upload(file, {
      endpoint: AT,
      uploadUrl: before ? `${AT}/${before.key}` : null,
      chunkSize: LARGE_BYTES,
      retryDelays: PAUSES_MS,
      storeFingerprintForResuming: false,
      metadata: {
        filename: file.name,
        modified: String(file.lastModified),
        purpose: purposeOf(address),
      },
      onBeforeRequest: (request) => request.setHeader("X-CSRFToken", cookie("csrftoken")),
      onProgress: (sent, all) => onProgress(sent / Math.max(1, all)),
      onError: (error) => fail(problemIn(error)),
      onSuccess: () => done(upload.url?.split("/").pop() ?? ""),
    });
    upload.start();
  });
}

function problemIn(error: Error | DetailedError): Error {
  const answer = "originalResponse" in error ? error.originalResponse : null;
  if (!answer) return new NoAnswer();
  const body = readBody(answer.getBody());
  return new Problem(answer.getStatus(), String(body.title ?? ""), String(body.detail ?? ""), body);
}

function readBody(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    return {};
  }
}

/** Upload one file with its progress (0 to 1): a large one in pieces, which go on after a break. */
export async function upload<T>(
  address: string,
  file: File,
  key: string,
  onProgress: (share: number) => void,
): Promise<T> {
  const whole = file.size > LARGE_BYTES ? await sendInPieces(address, file, onProgress) : "";
  return sendForm(address, whole || file, key, whole ? () => undefined : onProgress);
}

/** `what`: the file, or the key of what came of it in pieces. */
function sendForm<T>(
  address: string,
  what: File | string,
  key: string,
  onProgress: (share: number) => void,
): Promise<T> {
  return new Promise((done, fail) => {
    const request = new XMLHttpRequest();
    const form = new FormData();
    request.open("POST", address);
    if (typeof what === "string") {
      form.append("pieces", what);
      request.setRequestHeader("Upload-Key", what);
    } else form.append("file", what, what.name);
    request.setRequestHeader("X-CSRFToken", cookie("csrftoken"));
    request.setRequestHeader("Idempotency-Key", key);
    request.responseType = "json";
    request.upload.onprogress = (event) => onProgress(event.loaded / Math.max(1, event.total));
    request.onerror = () => fail(new NoAnswer());
    request.onload = () => {
      const body = (request.response ?? {}) as Record<string, unknown>;
      if (request.status < 300) done(body as T);
      else fail(new Problem(request.status, String(body.title ?? ""), String(body.detail ?? ""), body));
    };
    request.send(form);
  });
}
