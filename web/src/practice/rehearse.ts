import type { Rig } from "../api/client";
import { ofTab } from "../browser/storage";

const KEY = "brookwind.rehearse";

/** Keep the rigs of a day for the exercises made from them. */
export const rehearse = (rigs: readonly Rig[]) => void ofTab.set(KEY, JSON.stringify(rigs.slice(0, 6)));

/** The rigs of the day that is rehearsed; none when there is no such day any more. */
export function rehearsed(): Rig[] {
  try {
    return JSON.parse(ofTab.get(KEY) ?? "[]") as Rig[];
  } catch {
    return [];
  }
}
