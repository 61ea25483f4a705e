import { useCallback, useMemo, useRef, useState } from "react";
import { api, type Change, type Handle, type Rig, refusalIn } from "../api/client";
import { useHistory } from "../document/useHistory";
import { movePiece, positionOf } from "./movePiece";

export type Said = { tone: "refuse" | "note"; text: string } | null;

/** The document with its history, and every way to change it. */
export function useBench(first: Rig) {
  const { present, gesturing, canUndo, canRedo, acts } = useHistory(first, first.id);
  const [said, setSaid] = useState<Said>(null);
  const [busy, setBusy] = useState(false);
  const grip = useRef<{ rig: Rig; from: number } | null>(null);

  const put = useCallback(
    (next: Rig, tag?: string) => {
      setSaid(null);
      acts.put(next, tag);
    },
    [acts],
  );

  /** Ask the core for a new rig; if the document changed meanwhile, ask again from what it is now. */
  const ask = useCallback(
    async (question: (rig: Rig) => Promise<Rig>): Promise<boolean> => {
      setBusy(true);
      try {
        for (let attempt = 0; attempt < 3; attempt++) {
          const asked = acts.now();
          const next = await question(asked);
          if (acts.now() === asked) {
            put(next);
            return true;
          }
        }
        return false;
      } catch (error) {
        setSaid({ tone: "refuse", text: refusalIn(error).message });
        return false;
      } finally {
        setBusy(false);
      }
    },
    [put, acts],
  );

  const slide = useMemo(() => {
    const isSetting = (h: Handle) => h.name === "stop" || h.name === "float";
    const moved = (rig: Rig, from: number, handle: Handle, upM: number, step?: number) =>
      // The setting is drawn at the hook: sliding the hook up shortens it.
      movePiece(rig, handle, from, from + (isSetting(handle) ? -upM : upM), step);
    return {
      begin: (handle: Handle) => {
        grip.current = { rig: acts.now(), from: positionOf(acts.now(), handle) };
        acts.begin();
      },
      move: (handle: Handle, upM: number) => {
        const g = grip.current;
        if (g) acts.live(moved(g.rig, g.from, handle, upM));
      },
      end: acts.end,
      cancel: acts.cancel,
      /** One key's worth; held keys gather into one entry of the history. */
      nudge: (handle: Handle, upM: number): number => {
        const rig = acts.now();
        const next = moved(rig, positionOf(rig, handle), handle, upM);
        if (next !== rig) put(next, `nudge-${handle.id}`);
        return positionOf(next, handle);
      },
    };
  }, [acts, put]);

  /** Make changes, one after another, as one step of undo. */
  const edit = useCallback(
    (...changes: Change[]) =>
      ask(async (rig) => {
        let now = rig;
        for (const change of changes) now = await api.edit(now, change);
        return now;
      }),
    [ask],
  );

  // The same as long as nothing in it changed: what only shows it is not drawn anew.
  return useMemo(
    () => ({
      rig: present,
      gesturing,
      canUndo,
      canRedo,
      said,
      busy,
      setSaid,
      put,
      ask,
      edit,
      undo: acts.undo,
      redo: acts.redo,
      slide,
    }),
    [present, gesturing, canUndo, canRedo, said, busy, put, ask, edit, acts, slide],
  );
}

export type BenchState = ReturnType<typeof useBench>;
