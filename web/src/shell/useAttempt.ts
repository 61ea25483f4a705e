import { useCallback, useState } from "react";
import { Refusal } from "../api/client";

/** Do something that may be refused, and say so when it is: what was said, and the way to do it. */
export function useAttempt() {
  const [said, setSaid] = useState("");
  const attempt = useCallback(async (what: () => Promise<void>) => {
    setSaid("");
    try {
      await what();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSaid(error.message);
    }
  }, []);
  return { said, attempt };
}
