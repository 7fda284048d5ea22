import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { useRibbon } from "@/frame/queries";
import { useWrong } from "@/frame/writes";
import { useTimes } from "@/ui/moment/zones";
import { say, sayWrong } from "@/ui/notice/notices";
import { useLayoutWrites } from "./queries";

/** What was done, with a way back where there is one. */
export function useDone(slug: () => string): (text: string, change: number | null) => void {
  const { t } = useI18n();
  const { undo } = useLayoutWrites(slug);
  const wrong = useWrong();
  return (text, change) => {
    if (change === null) return say(text);
    const back = (): void =>
      void undo.mutateAsync({ id: change, knowing: false }).then(
        () => say(t("app.undone")),
        (error: unknown) => sayWrong(wrong(error)),
      );
    say(text, { label: t("app.undo"), run: back });
  };
}

/** 'Saved 14:02 · 46 students see this', with a way back. */
export function useSaid(slug: () => string): (text: string | null, change: Shapes["Changed"]) => void {
  const { t } = useI18n();
  const done = useDone(slug);
  // The course's time, as everywhere on the page, and not that of the device.
  const { data: ribbon } = useRibbon(slug);
  const times = useTimes(() => ribbon.value?.zone ?? "");
  return (text, change) => {
    if (change.change === null) return say(t("layout.same"));
    const saved = text ?? t("layout.changed", { at: times.value.clock(change.at) });
    done(`${saved} ${t("layout.affects", { n: change.affected })}`, change.change);
  };
}
