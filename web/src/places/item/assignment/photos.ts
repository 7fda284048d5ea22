import { useQueryClient } from "@tanstack/vue-query";
import { computed, ref, type Ref } from "vue";
import { client, insist, told, type Shapes } from "@/api/client";
import { courseItem, keyOf, touched } from "@/api/reads";
import { useStale, useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";
import type { Cuts, Turn } from "./photo-shape";

type Photo = Shapes["Photo"];
type Work = Shapes["MyWork"];
type Write = (headers: { "Idempotency-Key": string }) => Promise<Work>;

/** What can be asked of the server with the pages of a draft. */
function pageWrites(slug: string, id: number, attempt: number) {
  const path = { slug, item_id: id };
  return {
    set:
      (pages: Photo[]): Write =>
      (headers) =>
        told(
          client.PUT("/api/courses/{slug}/items/{item_id}/hand-in/photos", {
            params: { path },
            body: { photos: pages.map(({ id: photo, turn, cuts }) => ({ id: photo, turn, cuts })), attempt },
            headers,
          }),
        ),
    remove:
      (photo: number): Write =>
      (headers) =>
        told(
          client.DELETE("/api/courses/{slug}/items/{item_id}/hand-in/photos/{photo_id}", {
            params: { path: { ...path, photo_id: photo }, query: { attempt } },
            headers,
          }),
        ),
    takeAgain: (): Write => (headers) =>
      told(
        client.POST("/api/courses/{slug}/items/{item_id}/hand-in/photos-again", {
          params: { path, query: { attempt } },
          headers,
        }),
      ),
  };
}

/** Writes one after the other; `settled`: the server has answered, to the last of them or not. */
function useInTurn(slug: () => string, id: () => number, settled: (last: boolean) => void) {
  const queries = useQueryClient();
  const stale = useStale();
  const wrong = useWrong();
  let sending: Promise<void> = Promise.resolve();
  let newest = 0;
  const send = (write: Write): Promise<void> => {
    const mine = ++newest;
    sending = sending.then(async () => {
      try {
        queries.setQueryData(keyOf(courseItem(slug, id).myWork()), await insist(write));
        settled(mine === newest);
      } catch (error) {
        settled(true);
        sayWrong(wrong(error));
        await stale(touched.doing(slug()));
      }
      await stale(touched.started(slug(), id()));
    });
    return sending;
  };
  return { send, done: () => sending };
}

/** The pages of a draft. What is done to them is seen at once and sent one after the other; what is refused, or finds no
 * line, is said, and the pages stand as the server has them. */
export function usePhotos(slug: () => string, id: () => number, work: Ref<Work>, attempt: Ref<number>) {
  const meant = ref<Photo[] | null>(null);
  const photos = computed(() => meant.value ?? work.value.draft?.photos ?? []);
  const { send, done } = useInTurn(slug, id, (last) => last && (meant.value = null));
  const writes = () => pageWrites(slug(), id(), attempt.value);

  function set(pages: Photo[]): void {
    meant.value = pages;
    void send(writes().set(pages));
  }

  function move(photo: number, to: number): void {
    const pages = [...photos.value];
    const from = pages.findIndex((one) => one.id === photo);
    if (from < 0 || to < 0 || to >= pages.length || to === from) return;
    pages.splice(to, 0, ...pages.splice(from, 1));
    set(pages);
  }

  const shape = (photo: number, turn: Turn, cuts: Cuts): void =>
    set(photos.value.map((one) => (one.id === photo ? { ...one, turn, cuts } : one)));

  function remove(photo: number): void {
    meant.value = photos.value.filter((one) => one.id !== photo);
    void send(writes().remove(photo));
  }

  /** The next attempt, with the pages of the last. */
  const takeAgain = (): Promise<void> => send(writes().takeAgain());

  return { photos, move, shape, remove, takeAgain, done };
}
