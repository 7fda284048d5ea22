import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { say } from "@/ui/notice/notices";
import { useLayoutWrites } from "./queries";

const clock = new Intl.DateTimeFormat(undefined, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" });

/** 'Saved 14:02 · 46 students see this', with a way back. */
export function useSaid(slug: () => string): (text: string | null, change: Shapes["Changed"]) => void {
  const { t } = useI18n();
  const { undo } = useLayoutWrites(slug);
  return (text, change) => {
    const saved = text ?? t("layout.changed", { at: clock.format(new Date(change.at)) });
    say(`${saved} ${t("layout.affects", { n: change.affected })}`, {
      label: t("app.undo"),
      run: () => void undo.mutateAsync(change.change).then(() => say(t("app.undone"))),
    });
  };
}
