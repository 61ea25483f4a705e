import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type Refusal, refusalIn } from "../api/client";

export type Answered<Q, A> = {
  /** The last true answer, and what it is true of. */
  answer: A | null;
  of: Q | null;
  refusal: Refusal | null;
  waiting: boolean;
};

const RETRY_MS = 2000;

/**
 * The core's answer to the present question. One is under way at a time; when it is answered the newest is asked, so a
 * drag is followed as fast as answers come and none is starved by the next. `put` must not change.
 */
export function useAnswer<Q, A>(question: Q, put: (question: Q) => Promise<A>): Answered<Q, A> {
  const [state, setState] = useState<Omit<Answered<Q, A>, "waiting">>({ answer: null, of: null, refusal: null });
  const newest = useRef(question);
  const asking = useRef(false);
  const alive = useRef(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  newest.current = question;

  const ask = useCallback(async (): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    clearTimeout(timer.current);
    let asked: Q | null = null;
    while (alive.current && asked !== newest.current) {
      const now: Q = newest.current;
      asked = now;
      try {
        const answer = await put(now);
        setState({ answer, of: now, refusal: null });
      } catch (error) {
        const refusal = refusalIn(error);
        setState((last) => ({ ...last, refusal }));
        if (refusal.status === 0) {
          timer.current = setTimeout(ask, RETRY_MS);
          break;
        }
      }
    }
    asking.current = false;
  }, [put]);

  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
      clearTimeout(timer.current);
    };
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new question is what there is to ask
  useEffect(() => {
    void ask();
  }, [question, ask]);

  const waiting = state.of !== question;
  return useMemo(() => ({ ...state, waiting }), [state, waiting]);
}
