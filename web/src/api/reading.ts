import { post } from "./transport";
import type { Rig, Seen } from "./types";

/** Reading the float: what may be wrong by what is seen, and what to look at next. */
export const reading = {
  read: (rig: Rig, seen: Seen, after_s: number | null) => post("/api/reading", { body: { rig, seen, after_s } }),
};
