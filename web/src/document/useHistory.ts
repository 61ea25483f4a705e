import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ofTab } from "../browser/storage";
import { same } from "./drafts";
import { begin, cancel, commit, end, type History, moveLive, redo, start, undo } from "./history";

const PAUSE_MS = 400;
/** Characters of a document's steps that are kept over a reload. */
const MOST_KEPT = 1_000_000;
const keyOf = (name: string) => `brookwind.history.${name}`;

/** The steps of a document as they were left in this tab; none when it was changed elsewhere since. */
function left<T>(name: string, first: T): History<T> {
  try {
    const kept = JSON.parse(ofTab.get(keyOf(name)) ?? "null") as Pick<History<T>, "past" | "present" | "future"> | null;
    if (kept && Array.isArray(kept.past) && Array.isArray(kept.future) && same(kept.present, first))
      return { ...start(first), past: kept.past, future: kept.future };
  } catch {
    // What cannot be read is no history.
  }
  return start(first);
}

/** Keep the steps over a reload and while other pages are looked at: a moment after the last one, and on leaving. */
function useKept<T>(name: string, history: History<T>) {
  const latest = useRef(history);
  latest.current = history;
  const keep = useCallback(() => {
    const { past, present, future, base } = latest.current;
    if (past.length + future.length === 0) return;
    const text = (from: number) => JSON.stringify({ past: past.slice(from), present: base ?? present, future });
    let from = 0;
    // The oldest steps of a large document go first: the browser has little room, and not for this alone.
    while (from < past.length && text(from).length > MOST_KEPT) from += Math.ceil((past.length - from) / 2);
    ofTab.set(keyOf(name), text(from));
  }, [name]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: every step is kept
  useEffect(() => {
    const timer = setTimeout(keep, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [history, keep]);
  useEffect(() => {
    addEventListener("pagehide", keep);
    return () => {
      removeEventListener("pagehide", keep);
      keep();
    };
  }, [keep]);
}

/**
 * A document with its history, and a way to read the newest version inside a gesture.
 *
 * @param name what the document is called among all: its steps are kept under it in this tab.
 */
export function useHistory<T>(first: T, name: string) {
  const [history, setHistory] = useState<History<T>>(() => left(name, first));
  const latest = useRef(history);
  useKept(name, history);

  const apply = useCallback((step: (h: History<T>) => History<T>) => {
    latest.current = step(latest.current);
    setHistory(latest.current);
  }, []);

  const acts = useMemo(
    () => ({
      put: (next: T, tag?: string) => apply((h) => commit(h, next, tag, performance.now())),
      undo: () => apply(undo),
      redo: () => apply(redo),
      begin: () => apply(begin),
      live: (next: T) => apply((h) => moveLive(h, next)),
      end: () => apply(end),
      cancel: () => apply(cancel),
      now: () => latest.current.present,
    }),
    [apply],
  );

  return {
    present: history.present,
    gesturing: history.base !== null,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    acts,
  };
}
