import { replaceEqualDeep } from "@tanstack/react-query";
import { lasting } from "../browser/storage";
import { isOpen, tab } from "./tab";

/** What is not saved yet, kept in the browser: an error, a reload or a dropped connection loses nothing. */
export type Draft<T> = { version: number; doc: T };
type Kept<T> = Draft<T> & { at: number };

/** True when two documents say the same. */
export const same = <T>(a: T, b: T): boolean => replaceEqualDeep(a, b) === a;

const PREFIX = "brookwind.draft.";
/** Two tabs on one document have a draft each. */
const key = (id: string, of = tab()) => `${PREFIX}${id}@${of}`;

/** Keep a draft for this tab. False when the browser keeps it no longer than the page is open. */
export const keepDraft = <T>(id: string, draft: Draft<T>): boolean =>
  lasting.set(key(id), JSON.stringify({ ...draft, at: Date.now() } satisfies Kept<T>));

function read<T extends object>(name: string, part: keyof T): Kept<T> | null {
  try {
    const draft = JSON.parse(lasting.get(name) ?? "null") as Kept<T> | null;
    return draft && typeof draft.version === "number" && Array.isArray(draft.doc?.[part]) ? draft : null;
  } catch {
    return null;
  }
}

/**
 * The draft of a document, if there is one and it has the part that every such document has: this tab's own, else the
 * newest that a tab left which is open no more. That one becomes this tab's.
 */
export function readDraft<T extends object>(id: string, part: keyof T): Draft<T> | null {
  const own = read<T>(key(id), part);
  if (own) return { version: own.version, doc: own.doc };
  const start = `${PREFIX}${id}`;
  const left = lasting
    .keys()
    // Drafts of an earlier version belong to no tab.
    .filter((name) => name === start || (name.startsWith(`${start}@`) && !isOpen(name.slice(start.length + 1))))
    .map((name) => ({ name, draft: read<T>(name, part) }))
    .filter((d) => d.draft !== null)
    .sort((a, b) => (b.draft?.at ?? 0) - (a.draft?.at ?? 0))[0];
  if (!left?.draft) return null;
  const draft = { version: left.draft.version, doc: left.draft.doc };
  if (keepDraft(id, draft)) lasting.drop(left.name);
  return draft;
}

export const dropDraft = (id: string): void => lasting.drop(key(id));
