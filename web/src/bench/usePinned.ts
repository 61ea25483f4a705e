import { useCallback, useEffect, useState } from "react";
import type { Evaluation, Rig } from "../api/client";
import type { Answer } from "./useEvaluation";

/** The rig that changes are compared with: the first one answered, until another is pinned. */
export function usePinned({ evaluation, of }: Answer) {
  const [pinned, setPinned] = useState<{ evaluation: Evaluation; rig: Rig } | null>(null);
  const pin = useCallback(() => evaluation && of && setPinned({ evaluation, rig: of }), [evaluation, of]);
  useEffect(() => {
    if (evaluation && of && !pinned) setPinned({ evaluation, rig: of });
  }, [evaluation, of, pinned]);
  return { pinned, pin };
}
