import { useEffect, useState } from "react";
import { api, type Fall, type FallWish, type Rig } from "../../api/client";

export type Falling = { fall: Fall | null; progress: number; problem: string | null };

const NOTHING: Falling = { fall: null, progress: 0, problem: null };

/** The fall of a rig. Another rig or another wish cancels the work on the last; no rig, no work. */
export function useFall(rig: Rig | null, wish: Partial<FallWish>): Falling {
  const [state, setState] = useState<Falling>(NOTHING);
  const asked = JSON.stringify(wish);
  useEffect(() => {
    if (!rig) {
      setState(NOTHING);
      return;
    }
    const stop = new AbortController();
    setState((s) => ({ ...s, progress: 0, problem: null }));
    api
      .fall(
        rig,
        JSON.parse(asked) as Partial<FallWish>,
        (progress) => setState((s) => ({ ...s, progress })),
        stop.signal,
      )
      .then(
        (fall) => setState({ fall, progress: 1, problem: null }),
        (error: Error) => {
          if (!stop.signal.aborted) setState({ fall: null, progress: 1, problem: error.message });
        },
      );
    return () => stop.abort();
  }, [rig, asked]);
  return state;
}
