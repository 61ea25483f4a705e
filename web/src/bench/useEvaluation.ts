import { useMemo } from "react";
import { api, type Evaluation, type Refusal, type Rig } from "../api/client";
import { useAnswer } from "../document/useAnswer";
import { useDay } from "../place/day";

export type Answer = {
  /** The last true answer, and the rig it is true of. */
  evaluation: Evaluation | null;
  of: Rig | null;
  refusal: Refusal | null;
  waiting: boolean;
};

/** The core's answer for the present rig, judged by the rules of its place for the angler's day. */
export function useEvaluation(rig: Rig): Answer {
  const day = useDay();
  const question = useMemo(() => ({ rig, day }), [rig, day]);
  const answered = useAnswer(question, api.evaluate);
  return useMemo(() => {
    const { answer, of, ...rest } = answered;
    return { evaluation: answer, of: of?.rig ?? null, ...rest };
  }, [answered]);
}
