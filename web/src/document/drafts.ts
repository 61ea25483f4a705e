import { replaceEqualDeep } from "@tanstack/react-query";

/** What is not saved yet, kept in the browser: an error, a reload or a dropped connection loses nothing. */
export type Draft<T> = { version: number; doc: T };

/** True when two documents say the same. */
export const same = <T>(a: T, b: T): boolean => replaceEqualDeep(a, b) === a;

const key = (id: string) => `brookwind.draft.${id}`;

export function keepDraft<T>(id: string, draft: Draft<T>): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
  } catch {
    // A full or forbidden store: saving to the server goes on all the same.
  }
}

/** The draft of a document, if there is one and it has the part that every such document has. */
export function readDraft<T extends object>(id: string, part: keyof T): Draft<T> | null {
  try {
    const text = localStorage.getItem(key(id));
    const draft = text === null ? null : (JSON.parse(text) as Draft<T>);
    return draft && typeof draft.version === "number" && Array.isArray(draft.doc?.[part]) ? draft : null;
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
