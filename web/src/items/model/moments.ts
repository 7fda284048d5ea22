import type { Shapes } from "@/api/client";

export type Moment = Shapes["MovedMoment"]["moment"];
/** An item's four moments, in their order. */
export const MOMENTS = ["opens", "start_by", "due", "closes"] as const satisfies readonly Moment[];
