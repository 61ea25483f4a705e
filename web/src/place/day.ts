import { useSyncExternalStore } from "react";
import type { Day } from "../api/client";
import { lasting, readAs } from "../browser/storage";

/** The day a rig is meant for, as far as rules ask: kept on this device, for no rig in particular. */
const KEY = "brookwind.day";
export const NO_DAY: Day = { on: null, at: null, rods: 1, feed_kg: 0, keepnet: false };

let current: Day = readAs(lasting, KEY, NO_DAY);
const listeners = new Set<() => void>();

export function changeDay(change: Partial<Day>): void {
  current = { ...current, ...change };
  lasting.set(KEY, JSON.stringify(current));
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

export const useDay = (): Day => useSyncExternalStore(subscribe, () => current);
