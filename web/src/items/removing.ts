import { shallowRef } from "vue";
import { Problem } from "@/api/client";
import { useWrong } from "@/frame/writes";
import { sayWrong } from "@/ui/notice/notices";

const HOLDS_WORK = "removal.work";

/** What goes along, in the server's words, and how it is answered. */
export interface Ask {
  text: string;
  answer: (meant: boolean) => void;
}

/** Take something away; where people's work goes along, that is said first and asked about. */
export function useRemoving() {
  const asking = shallowRef<Ask | null>(null);
  const wrong = useWrong();

  const ask = (text: string): Promise<boolean> =>
    new Promise((done) => {
      asking.value = {
        text,
        answer: (meant) => {
          asking.value = null;
          done(meant);
        },
      };
    });

  /** What the removal brought, or null where it was refused or not meant. */
  async function remove<T>(send: (knowing: boolean) => Promise<T>): Promise<T | null> {
    try {
      return await send(false);
    } catch (error) {
      if (error instanceof Problem && error.code === HOLDS_WORK)
        return (await ask(error.message)) ? remove(() => send(true)) : null;
      sayWrong(wrong(error));
      return null;
    }
  }

  return { asking, remove };
}
