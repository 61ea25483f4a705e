import { useSyncExternalStore } from "react";
import type { Day } from "../api/client";

/** The day a rig is meant for, as far as rules ask: kept on this device, for no rig in particular. */
const KEY = "brookwind.day";
export const NO_DAY: Day = { on: null, at: null, rods: 1, feed_kg: 0, keepnet: false };

let current: Day = load();
const listeners = new Set<() => void>();

function load(): Day {
  try {
    return { ...NO_DAY, ...JSON.parse(localStorage.getItem(KEY) ?? "{}") };
  } catch {
    return NO_DAY;
  }
}

export function changeDay(change: Partial<Day>): void {
  current = { ...current, ...change };
  try {
    localStorage.setItem(KEY, JSON.stringify(current));
  } catch {
    // Kept for this visit only.
  }
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

export const useDay = (): Day => useSyncExternalStore(subscribe, () => current);
