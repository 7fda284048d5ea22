import { useQuery } from "@tanstack/vue-query";
import { computed } from "vue";
import type { Shapes } from "@/api/client";
import { general } from "@/api/reads";
import { gradePath, quizClassPath, talkScorePath } from "./addresses";

export type Kind = Shapes["ItemIn"]["kind"];
export type Rule = Shapes["ItemPage"]["done_rule"];
export type PlainRule = Shapes["DonePart"]["rule"];

type Known = Shapes["KindOut"];

/** Whether work is handed in to it, as it is to an assignment. */
export const takesWork = (kind: Known | undefined): boolean =>
  kind !== undefined &&
  kind.takes_hand_ins &&
  !kind.puts_questions &&
  !kind.reads_work &&
  !kind.worked_elsewhere;

/** The kinds of items and the rules by which they are done, as the server's tables have them. */
export function useKinds(wanted: () => boolean = () => true) {
  const { data, isError } = useQuery({ ...general.kinds(), enabled: wanted, staleTime: Infinity });
  const kinds = computed(() => new Map((data.value?.kinds ?? []).map((kind) => [kind.code, kind])));
  const rules = computed(() => new Map((data.value?.rules ?? []).map((rule) => [rule.code, rule])));
  const asksPercent = (code: Rule): boolean => rules.value.get(code)?.asks_percent ?? false;
  return {
    /** Whether they are known, or can't be. */
    ready: computed(() => data.value !== undefined || isError.value),
    offered: computed(() => [...kinds.value.values()]),
    kindOf: (code: Kind | undefined) => (code ? kinds.value.get(code) : undefined),
    /** Where the class's work in an item of this kind is scored; '' where none is. */
    scorePath: (code: Kind, slug: string, id: number): string => {
      const kind = kinds.value.get(code);
      if (kind?.puts_questions) return quizClassPath(slug, id);
      if (kind?.talks) return talkScorePath(slug, id);
      return takesWork(kind) ? gradePath(slug, id) : "";
    },
    word: (code: Kind): string => kinds.value.get(code)?.word ?? code,
    /** The done rules that an item of this kind can ever meet. */
    rulesFor: (code: Kind, points: boolean): PlainRule[] =>
      (kinds.value.get(code)?.rules ?? []).filter((rule) => points || !rules.value.get(rule)?.needs_points),
    asksPercent,
    ruleWord: (code: Rule): string => rules.value.get(code)?.word ?? code,
  };
}

export type Kinds = ReturnType<typeof useKinds>;
