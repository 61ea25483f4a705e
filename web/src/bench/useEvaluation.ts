import { api, type Evaluation, type Refusal, type Rig } from "../api/client";
import { useAnswer } from "../document/useAnswer";

export type Answer = {
  /** The last true answer, and the rig it is true of. */
  evaluation: Evaluation | null;
  of: Rig | null;
  refusal: Refusal | null;
  waiting: boolean;
};

/** The core's answer for the present rig. */
export function useEvaluation(rig: Rig): Answer {
  const { answer, ...rest } = useAnswer(rig, api.evaluate);
  return { evaluation: answer, ...rest };
}
