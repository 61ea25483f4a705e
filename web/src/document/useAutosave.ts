import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { type Problem, refusalIn } from "../api/client";
import { dropDraft, keepDraft, same } from "./drafts";

export type SaveState =
  | { kind: "saved" }
  | { kind: "waiting" }
  | { kind: "saving" }
  /** Nobody answers; is it kept in this browser meanwhile? */
  | { kind: "offline"; here: boolean }
  /** The server is there and could not do it, through no fault of what was sent. */
  | { kind: "fault"; sentence: string; here: boolean }
  /** It was deleted elsewhere. */
  | { kind: "gone"; sentence: string }
  | { kind: "stale"; sentence: string }
  | { kind: "refused"; sentence: string; problems: Problem[] };

const PAUSE_MS = 500;
const RETRY_MS = 2500;

export type Kept<T> = { version: number; fields: T };

/** Where documents of a kind are kept: the name of the draft, and how one is saved and read. Must not change. */
export type Keeper<T> = {
  draftId: (doc: T) => string;
  save: (version: number, doc: T) => Promise<Kept<T>>;
  read: (doc: T) => Promise<Kept<T>>;
};

/** A save whose answer was lost on the way shows as stale the next time, though the server holds this very document. */
const arrivedAfterAll =
  <T>(keeper: Keeper<T>, sent: T) =>
  async (error: unknown) => {
    if (refusalIn(error).status !== 409) throw error;
    const there = await keeper.read(sent);
    if (!same(there.fields, sent)) throw error;
    return there;
  };

/**
 * Save a document a moment after it last changed. Until the server has it, a draft stays in the browser. A save that
 * the server refuses because another tab was first stops here: the person decides.
 */
export function useAutosave<T>(
  keeper: Keeper<T>,
  kept: Kept<T>,
  doc: T,
  busy: boolean,
  onKept: (kept: Kept<T>) => void,
) {
  const [state, setState] = useState<SaveState>({ kind: "saved" });
  const version = useRef(kept.version);
  const saved = useRef<T>(kept.fields);
  const newest = useRef(doc);
  const saving = useRef(false);
  const stopped = useRef(false);
  const here = useRef(true);
  newest.current = doc;
  const { mutateAsync: write } = useMutation({
    networkMode: "always",
    scope: { id: keeper.draftId(kept.fields) },
    mutationFn: (sent: T) => keeper.save(version.current, sent).catch(arrivedAfterAll(keeper, sent)),
  });

  const save = useCallback(async (): Promise<void> => {
    if (saving.current || stopped.current || newest.current === saved.current) return;
    saving.current = true;
    const sent = newest.current;
    setState({ kind: "saving" });
    try {
      const answer = await write(sent);
      version.current = answer.version;
      saved.current = sent;
      onKept(answer);
      if (newest.current === sent) {
        dropDraft(keeper.draftId(sent));
        setState({ kind: "saved" });
      } else {
        here.current = keepDraft(keeper.draftId(sent), { version: answer.version, doc: newest.current });
        setState({ kind: "waiting" });
      }
    } catch (error) {
      const { status, message: sentence, problems } = refusalIn(error);
      stopped.current = status === 409 || status === 404;
      if (status === 409) setState({ kind: "stale", sentence });
      else if (status === 404) setState({ kind: "gone", sentence });
      else if (status === 0) setState({ kind: "offline", here: here.current });
      else if (status >= 500) setState({ kind: "fault", sentence, here: here.current });
      else setState({ kind: "refused", sentence, problems });
    } finally {
      saving.current = false;
    }
  }, [onKept, keeper, write]);

  useEffect(() => {
    if (doc === saved.current) {
      // Undone before it was ever sent: there is nothing left to save.
      if (!saving.current && !stopped.current) {
        dropDraft(keeper.draftId(doc));
        setState((s) => (s.kind === "saved" ? s : { kind: "saved" }));
      }
      return;
    }
    if (!busy) here.current = keepDraft(keeper.draftId(doc), { version: version.current, doc });
    if (busy || stopped.current) return;
    setState((s) => (s.kind === "saving" ? s : { kind: "waiting" }));
    const timer = setTimeout(save, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [doc, busy, save, keeper]);

  // A save that ended while newer changes were waiting, or without a connection, is tried again.
  useEffect(() => {
    if (state.kind !== "offline" && state.kind !== "fault" && state.kind !== "waiting") return;
    const timer = setInterval(save, state.kind === "waiting" ? PAUSE_MS : RETRY_MS);
    return () => clearInterval(timer);
  }, [state.kind, save]);

  return state;
}
