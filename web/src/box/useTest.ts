import { useEffect, useState } from "react";
import { Refusal } from "../api/client";

/** What readings say, asked anew as they change: the answer, or the sentence why there is none. `of` is what else it hangs on. */
export function useTest<R, T>(readings: readonly R[], ask: () => Promise<T>, of: unknown) {
  const [test, setTest] = useState<T | null>(null);
  const [said, setSaid] = useState("");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is made of the readings and of what else it hangs on
  useEffect(() => {
    let current = true;
    // What is said of an entry meanwhile is not cleared by an answer that comes later.
    setSaid("");
    if (readings.length === 0) setTest(null);
    else
      ask().then(
        (t) => current && setTest(t),
        (e) => {
          if (!current) return;
          setTest(null);
          setSaid(e instanceof Refusal ? e.message : String(e));
        },
      );
    return () => {
      current = false;
    };
  }, [readings, of]);
  return { test, said, setSaid };
}
