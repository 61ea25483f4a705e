import { useSyncExternalStore } from "react";
import { lasting, readAs } from "../browser/storage";
import { IMPERIAL, METRIC, type Units } from "./quantity";
import type { Vocabulary } from "./vocabulary";

export type Theme = "paper" | "dusk" | "glare";
export type Settings = { units: Units; vocabulary: Vocabulary; theme: Theme };

const KEY = "brookwind.settings";
const DEFAULTS: Settings = { units: METRIC, vocabulary: "uk", theme: "paper" };

let current: Settings = whole(readAs(lasting, KEY, DEFAULTS));

/** Settings kept before a unit could be chosen say nothing of it. */
function whole(kept: Settings): Settings {
  const usual = kept.units.mass === "oz" ? IMPERIAL : METRIC;
  return { ...kept, units: { ...usual, ...kept.units } };
}

const listeners = new Set<() => void>();

export function applyTheme(): void {
  document.documentElement.dataset.theme = current.theme;
}

export function changeSettings(change: Partial<Settings>): void {
  current = { ...current, ...change };
  lasting.set(KEY, JSON.stringify(current));
  applyTheme();
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

/** The settings outside of a component, for a sentence said once. */
export const settingsNow = (): Settings => current;

export const useSettings = (): Settings => useSyncExternalStore(subscribe, () => current);
