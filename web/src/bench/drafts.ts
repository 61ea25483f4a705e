import { replaceEqualDeep } from "@tanstack/react-query";
import type { Rig } from "../api/client";

/** What is not saved yet, kept in the browser: an error, a reload or a dropped connection loses nothing. */
export type Draft = { version: number; rig: Rig };

/** True when two documents say the same. */
export const same = (a: Rig, b: Rig): boolean => replaceEqualDeep(a, b) === a;

const key = (id: string) => `brookwind.draft.${id}`;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
  } catch {
    // A full or forbidden store: saving to the server goes on all the same.
  }
}

export function readDraft(id: string): Draft | null {
  try {
    const text = localStorage.getItem(key(id));
    const draft = text === null ? null : (JSON.parse(text) as Draft);
    return draft && typeof draft.version === "number" && Array.isArray(draft.rig?.components) ? draft : null;
  } catch {
    return null;
  }
}

export function dropDraft(id: string): void {
  try {
    localStorage.removeItem(key(id));
  } catch {
    // Nothing was kept then.
  }
}
