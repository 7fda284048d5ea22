import { asOn } from "@/api/as-on";
import { walk } from "@/api/walk";
import { forgetWhatWasOpened } from "./keeping";

/** Nothing of one person's looking around is left for the next: what they opened, walked through, or looked at as on. */
export async function leaveNothing(): Promise<void> {
  walk.value = null;
  asOn.value = "";
  await forgetWhatWasOpened();
}
