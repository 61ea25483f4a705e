import { sentenceOf } from "../api/client";
import type { Answer } from "./useEvaluation";

/** What the server said of a field of the rig, by its path. */
export function problemAt(answer: Answer, ...path: string[]): string | undefined {
  const wanted = ["rig", ...path].join(".");
  const found = answer.refusal?.problems.find((p) => {
    const there = p.path.join(".");
    return there === wanted || `rig.${there}` === wanted;
  });
  return found && sentenceOf(found);
}
