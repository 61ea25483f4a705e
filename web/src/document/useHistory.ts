import { useCallback, useMemo, useRef, useState } from "react";
import { begin, cancel, commit, end, type History, moveLive, redo, start, undo } from "./history";

/** A document with its history, and a way to read the newest version inside a gesture. */
export function useHistory<T>(first: T) {
  const [history, setHistory] = useState<History<T>>(() => start(first));
  const latest = useRef(history);

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
