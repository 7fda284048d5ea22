import { computed, onScopeDispose, ref, shallowRef, watch } from "vue";
import { useRouter } from "vue-router";
import { NoAnswer, Problem } from "@/api/client";
import { touched } from "@/api/reads";
import { itemPath, quizReviewPath } from "@/frame/addresses";
import { useStale, useWrong } from "@/frame/writes";
import { useTakingWrites } from "../queries";
import { useAttempt } from "./attempt";

const FOLLOW_MS = 30_000;
const AGAIN_MS = 3000;

/** An attempt from its opening to its end: found, gone through, checked, handed in by its taker or by the clock. */
// eslint-disable-next-line max-lines-per-function -- one machine: each of its steps changes what the others read
export function useRunning(slug: () => string, id: () => number, number: () => number) {
  const router = useRouter();
  const wrong = useWrong();
  const stale = useStale();
  const writes = useTakingWrites(slug, id);
  const attempt = useAttempt(slug, id, number);
  const { taking, clock, sending, over } = attempt;
  const error = shallowRef<unknown>(null);
  const confirming = ref(false);
  const broken = ref(false);
  const problem = ref("");
  const said = ref("");
  const held = computed(() => sending.line.value !== "elsewhere");
  const timeUp = computed(() => clock.left.value === 0);
  const me = () => ({ number: number(), holder: attempt.holder.value });

  async function load(): Promise<void> {
    try {
      await attempt.load();
      error.value = null;
    } catch (caught) {
      if (caught instanceof Problem && caught.code === "quiz.handed_in") return away();
      if (caught instanceof Problem && caught.status === 404)
        return void router.replace(itemPath(slug(), id()));
      // Without a line, what stands here stays.
      if (!taking.value) error.value = caught;
    }
  }

  async function away(): Promise<void> {
    over.value = true;
    await stale(touched.doing(slug()));
    await router.replace({ path: quizReviewPath(slug(), id(), number()), query: { fresh: "1" } });
  }

  async function check(question: number): Promise<void> {
    said.value = "";
    const found = taking.value?.questions.find((q) => q.id === question);
    if (!found || !(await sending.flush())) return;
    const given = { question, answers: attempt.answersOf(found), seq: attempt.seqOf(found), seconds: 0 };
    try {
      const told = await writes.check.mutateAsync({ ...me(), given });
      clock.heard(told.now);
      attempt.replace((q) => (q.id === question ? told.question : q));
    } catch (caught) {
      if (caught instanceof Problem && caught.code === "quiz.elsewhere") sending.line.value = "elsewhere";
      else if (caught instanceof Problem && caught.code === "quiz.over") await away();
      else said.value = wrong(caught);
    }
  }

  async function goOn(seen: number): Promise<void> {
    if (await sending.flush()) attempt.show(await writes.goOn.mutateAsync({ ...me(), seen }));
  }

  async function handIn(): Promise<void> {
    problem.value = "";
    if (!timeUp.value) await sending.flush();
    try {
      await writes.handIn.mutateAsync({ ...me(), sure: broken.value });
      confirming.value = false;
      await away();
    } catch (caught) {
      problem.value = wrong(caught);
      if (caught instanceof Problem && caught.code === "quiz.forms_to_mend") broken.value = true;
      if (caught instanceof Problem && caught.code === "quiz.elsewhere") sending.line.value = "elsewhere";
    }
  }

  /** The server hands in at its time; here it is only asked for, again and again while there is no line. */
  async function end(): Promise<void> {
    if (over.value || !taking.value) return;
    confirming.value = false;
    await sending.flush();
    if (over.value) return;
    try {
      await writes.handIn.mutateAsync({ ...me(), sure: true });
      await away();
    } catch (caught) {
      if (caught instanceof NoAnswer) window.setTimeout(() => timeUp.value && void end(), AGAIN_MS);
      else await load();
    }
  }
  watch(timeUp, (up) => up && void end());
  watch(over, (now, before) => now && !before && void away());
  const follow = window.setInterval(() => taking.value?.ends_at && !over.value && void load(), FOLLOW_MS);
  onScopeDispose(() => window.clearInterval(follow));

  const takeOver = async (): Promise<void> => attempt.show(await writes.takeOver.mutateAsync(me()));
  return {
    attempt,
    error,
    held,
    timeUp,
    confirming,
    broken,
    problem,
    said,
    busy: computed(() => writes.handIn.isPending.value),
    checking: computed(() => writes.check.isPending.value),
    load,
    check,
    goOn,
    handIn,
    takeOver,
    letIn: () => {
      broken.value = false;
      problem.value = "";
      confirming.value = true;
    },
  };
}

export type Running = ReturnType<typeof useRunning>;
