import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Evaluation, Refusal, type Rig } from "../api/client";

export type Answer = {
  /** The last true answer, and the rig it is true of. */
  evaluation: Evaluation | null;
  of: Rig | null;
  refusal: Refusal | null;
  waiting: boolean;
};

const RETRY_MS = 2000;

/**
 * The core's answer for the present rig. One question is under way at a time; when it is answered the newest rig is
 * asked about, so a drag is followed as fast as answers come and none is starved by the next.
 */
export function useEvaluation(rig: Rig): Answer {
  const [answer, setAnswer] = useState<Omit<Answer, "waiting">>({ evaluation: null, of: null, refusal: null });
  const newest = useRef(rig);
  const asking = useRef(false);
  const alive = useRef(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  newest.current = rig;

  const ask = useCallback(async (): Promise<void> => {
    if (asking.current) return;
    asking.current = true;
    clearTimeout(timer.current);
    let asked: Rig | null = null;
    while (alive.current && asked !== newest.current) {
      const now: Rig = newest.current;
      asked = now;
      try {
        const evaluation = await api.evaluate(now);
        setAnswer({ evaluation, of: now, refusal: null });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        setAnswer((last) => ({ ...last, refusal: error }));
        if (error.status === 0) {
          timer.current = setTimeout(ask, RETRY_MS);
          break;
        }
      }
    }
    asking.current = false;
  }, []);

  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
      clearTimeout(timer.current);
    };
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new rig is what there is to ask about
  useEffect(() => {
    void ask();
  }, [rig, ask]);

  return { ...answer, waiting: answer.of !== rig };
}
