import { inject, onScopeDispose, provide, shallowRef, watch, type InjectionKey } from "vue";
import { NoAnswer, Problem, client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { touched } from "@/api/reads";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe } from "@/frame/queries";
import { useStale } from "@/frame/writes";

/** A message on its way; its key stays with it, so it arrives once however often it is sent. */
export type Waiting = Shapes["MessageIn"] & {
  key: string;
  thread: number | null;
  /** In the server's words; it is not sent again. */
  refused?: string;
};
/** What is being written, and to whom. */
export type Typed = Pick<Waiting, "html" | "people">;
type Kept = Shapes["MessageKept"];

const AGAIN_MS = 15_000;

function post(slug: string, { key, thread, html, people, context }: Waiting): Promise<Kept> {
  const headers = { "Idempotency-Key": key };
  if (thread === null) {
    const body = { html, people, context };
    return told(client.POST("/api/courses/{slug}/messages", { params: { path: { slug } }, body, headers }));
  }
  return told(
    client.POST("/api/courses/{slug}/messages/{thread_id}", {
      params: { path: { slug, thread_id: thread } },
      body: { html },
      headers,
    }),
  );
}

/** Now, when the line is back, and every so often while its place is open. */
function everySoOften(again: () => unknown): void {
  const timer = setInterval(again, AGAIN_MS);
  addEventListener("online", again);
  onScopeDispose(() => {
    clearInterval(timer);
    removeEventListener("online", again);
  });
  again();
}

/** Those that wait, kept under the person who wrote them. */
function useWaiting(slug: () => string) {
  const { data: me } = useMe();
  const what = () => `outbox.${slug()}`;
  const person = () => me.value?.id ?? 0;
  const waiting = shallowRef(keptTyped<Waiting[]>(person(), what())?.value ?? []);
  /** Over what stands in the browser, because another tab may have put something there. */
  function keep(change: (all: Waiting[]) => Waiting[]): void {
    const all = change(keptTyped<Waiting[]>(person(), what())?.value ?? []);
    waiting.value = all;
    if (all.length) keepTyped(person(), what(), all, 0);
    else dropTyped(person(), what());
  }
  watch(slug, () => keep((all) => all));
  return { waiting, keep, drop: (key: string) => keep((all) => all.filter((one) => one.key !== key)) };
}

export const uploadMessagePicture = (slug: string, file: File) =>
  upload<Shapes["Uploaded"]>(`/api/courses/${slug}/messages/files`, file, wishKey(), () => undefined);

/** Messages of a course that wait in this browser until there is a connection; one for all its screens. */
function makeOutbox(slug: () => string) {
  const stale = useStale();
  const { waiting, keep, drop } = useWaiting(slug);
  /** Null while there is no answer: it waits. */
  async function attempt(one: Waiting): Promise<Kept | null> {
    try {
      const kept = await post(slug(), one);
      drop(one.key);
      await stale(touched.writing(slug()));
      return kept;
    } catch (error) {
      if (error instanceof NoAnswer) return null;
      throw error;
    }
  }
  /** What is refused at once stays with its writer, and is thrown. */
  async function send(wish: Omit<Waiting, "key">): Promise<Kept | null> {
    const one = { ...wish, key: wishKey() };
    keep((all) => [...all, one]);
    return attempt(one).catch((error: unknown) => {
      drop(one.key);
      throw error;
    });
  }
  /** What is refused later stands here with the reason, until its writer lets go of it. */
  function refuse(key: string, error: unknown): void {
    const refused = error instanceof Problem ? error.message : String(error);
    keep((all) => all.map((one) => (one.key === key ? { ...one, refused } : one)));
  }
  everySoOften(async () => {
    keep((all) => all);
    for (const one of waiting.value.filter((w) => !w.refused))
      await attempt(one).catch((error: unknown) => refuse(one.key, error));
  });
  return { waiting, send, drop };
}

const OUTBOX: InjectionKey<ReturnType<typeof makeOutbox>> = Symbol("outbox");

/** Sends on whatever screen of the course its reader is. */
export const provideOutbox = (slug: () => string): void => provide(OUTBOX, makeOutbox(slug));

export function useOutbox(): ReturnType<typeof makeOutbox> {
  const outbox = inject(OUTBOX);
  if (!outbox) throw new Error("no course is open");
  return outbox;
}
