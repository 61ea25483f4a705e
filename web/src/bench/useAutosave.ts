import { useCallback, useEffect, useRef, useState } from "react";
import { api, type KeptRig, Refusal, type Rig } from "../api/client";
import { dropDraft, keepDraft, same } from "./drafts";

export type SaveState =
  | { kind: "saved" }
  | { kind: "waiting" }
  | { kind: "saving" }
  | { kind: "offline" }
  | { kind: "stale"; sentence: string }
  | { kind: "refused"; sentence: string };

const PAUSE_MS = 500;
const RETRY_MS = 2500;

/** A save whose answer was lost on the way shows as stale the next time, though the server holds this very rig. */
const arrivedAfterAll = (sent: Rig) => async (error: unknown) => {
  if (!(error instanceof Refusal) || error.status !== 409) throw error;
  const there = await api.rig(sent.id);
  if (!same(there.fields, sent)) throw error;
  return there;
};

/**
 * Save the rig a moment after it last changed. Until the server has it, a draft stays in the browser. A save that
 * the server refuses because another tab was first stops here: the person decides.
 */
export function useAutosave(kept: KeptRig, rig: Rig, busy: boolean, onKept: (kept: KeptRig) => void) {
  const [state, setState] = useState<SaveState>({ kind: "saved" });
  const version = useRef(kept.version);
  const saved = useRef<Rig>(kept.fields);
  const newest = useRef(rig);
  const saving = useRef(false);
  const stopped = useRef(false);
  newest.current = rig;

  const save = useCallback(async (): Promise<void> => {
    if (saving.current || stopped.current || newest.current === saved.current) return;
    saving.current = true;
    const sent = newest.current;
    setState({ kind: "saving" });
    try {
      const answer = await api.saveRig(sent.id, version.current, sent).catch(arrivedAfterAll(sent));
      version.current = answer.version;
      saved.current = sent;
      onKept(answer);
      if (newest.current === sent) {
        dropDraft(sent.id);
        setState({ kind: "saved" });
      } else {
        keepDraft(sent.id, { version: answer.version, rig: newest.current });
        setState({ kind: "waiting" });
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (error.status === 409) {
        stopped.current = true;
        setState({ kind: "stale", sentence: error.message });
      } else if (error.status === 422) setState({ kind: "refused", sentence: error.message });
      else setState({ kind: "offline" });
    } finally {
      saving.current = false;
    }
  }, [onKept]);

  useEffect(() => {
    if (rig === saved.current) {
      // Undone before it was ever sent: there is nothing left to save.
      if (!saving.current && !stopped.current) {
        dropDraft(rig.id);
        setState((s) => (s.kind === "saved" ? s : { kind: "saved" }));
      }
      return;
    }
    if (!busy) keepDraft(rig.id, { version: version.current, rig });
    if (busy || stopped.current) return;
    setState((s) => (s.kind === "saving" ? s : { kind: "waiting" }));
    const timer = setTimeout(save, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [rig, busy, save]);

  // A save that ended while newer changes were waiting, or without a connection, is tried again.
  useEffect(() => {
    if (state.kind !== "offline" && state.kind !== "waiting") return;
    const timer = setInterval(save, state.kind === "offline" ? RETRY_MS : PAUSE_MS);
    return () => clearInterval(timer);
  }, [state.kind, save]);

  return state;
}
