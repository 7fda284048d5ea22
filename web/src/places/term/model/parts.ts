import type { Composer } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { stateWord } from "@/items/model/states";
import type { Times } from "@/ui/moment/zones";

/** How it stands with an entry: of a part, how much of it is there. */
export const stateOf = (entry: Shapes["Entry"], t: Composer["t"], times: Times): string =>
  entry.want
    ? t("talk.haveOf", { have: entry.want.have, count: entry.want.count })
    : stateWord(entry.row, t, times);
