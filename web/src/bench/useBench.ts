import { useCallback, useMemo, useRef, useState } from "react";
import { api, type Change, type Handle, Refusal, type Rig } from "../api/client";
import { begin, cancel, commit, end, type History, moveLive, redo, start, undo } from "./history";
import { movePiece, positionOf } from "./movePiece";

export type Said = { tone: "refuse" | "note"; text: string } | null;

/** The document with its history, and every way to change it. */
export function useBench(first: Rig) {
  const [history, setHistory] = useState<History<Rig>>(() => start(first));
  const [said, setSaid] = useState<Said>(null);
  const [busy, setBusy] = useState(false);
  const latest = useRef(history);
  const grip = useRef<{ rig: Rig; from: number } | null>(null);

  const apply = useCallback((step: (h: History<Rig>) => History<Rig>) => {
    latest.current = step(latest.current);
    setHistory(latest.current);
  }, []);

  const put = useCallback(
    (next: Rig, tag?: string) => {
      setSaid(null);
      apply((h) => commit(h, next, tag, performance.now()));
    },
    [apply],
  );

  /** Ask the core for a new rig; if the document changed meanwhile, ask again from what it is now. */
  const ask = useCallback(
    async (question: (rig: Rig) => Promise<Rig>): Promise<boolean> => {
      setBusy(true);
      try {
        for (let attempt = 0; attempt < 3; attempt++) {
          const asked = latest.current.present;
          const next = await question(asked);
          if (latest.current.present === asked) {
            put(next);
            return true;
          }
        }
        return false;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        setSaid({ tone: "refuse", text: error.message });
        return false;
      } finally {
        setBusy(false);
      }
    },
    [put],
  );

  const slide = useMemo(() => {
    const isSetting = (h: Handle) => h.name === "stop" || h.name === "float";
    const moved = (rig: Rig, from: number, handle: Handle, upM: number, step?: number) =>
      // The setting is drawn at the hook: sliding the hook up shortens it.
      movePiece(rig, handle, from, from + (isSetting(handle) ? -upM : upM), step);
    return {
      begin: (handle: Handle) => {
        grip.current = { rig: latest.current.present, from: positionOf(latest.current.present, handle) };
        apply(begin);
      },
      move: (handle: Handle, upM: number) => {
        const g = grip.current;
        if (g) apply((h) => moveLive(h, moved(g.rig, g.from, handle, upM)));
      },
      end: () => apply(end),
      cancel: () => apply(cancel),
      /** One key's worth; held keys gather into one entry of the history. */
      nudge: (handle: Handle, upM: number): number => {
        const rig = latest.current.present;
        const next = moved(rig, positionOf(rig, handle), handle, upM);
        if (next !== rig) put(next, `nudge-${handle.id}`);
        return positionOf(next, handle);
      },
    };
  }, [apply, put]);

  return {
    rig: history.present,
    gesturing: history.base !== null,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    said,
    busy,
    setSaid,
    put,
    ask,
    edit: useCallback((change: Change) => ask((rig) => api.edit(rig, change)), [ask]),
    undo: useCallback(() => apply(undo), [apply]),
    redo: useCallback(() => apply(redo), [apply]),
    slide,
  };
}

export type BenchState = ReturnType<typeof useBench>;
