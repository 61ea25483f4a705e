import { useEffect, useState } from "react";
import { Refusal } from "../api/client";

/** What readings say, asked anew as they change: the answer, or the sentence why there is none. `of` is what else it hangs on. */
export function useTest<R, T>(readings: readonly R[], ask: () => Promise<T>, of: unknown) {
  const [test, setTest] = useState<T | null>(null);
  const [said, setSaid] = useState("");
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is made of the readings and of what else it hangs on
  useEffect(() => {
    let current = true;
    const tell = (found: T | null, sentence: string) => {
      if (!current) return;
      setTest(found);
      setSaid(sentence);
    };
    if (readings.length === 0) tell(null, "");
    else
      ask().then(
        (t) => tell(t, ""),
        (e) => tell(null, e instanceof Refusal ? e.message : String(e)),
      );
    return () => {
      current = false;
    };
  }, [readings, of]);
  return { test, said, setSaid };
}
