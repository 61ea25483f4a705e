import { useRef, useState } from "react";
import { Refusal } from "../api/client";

/** Writes that go one after the other; a refusal is kept as its sentence, and `after` runs whatever came of it. */
export function useTurns(after: () => Promise<unknown>) {
  const [failed, setFailed] = useState("");
  const last = useRef<Promise<unknown>>(Promise.resolve());
  const attempt = (act: () => Promise<unknown>): Promise<boolean> => {
    const mine = last.current.then(async () => {
      try {
        await act();
        setFailed("");
        return true;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        setFailed(error.message);
        return false;
      } finally {
        await after();
      }
    });
    last.current = mine.catch(() => undefined);
    return mine;
  };
  return { failed, setFailed, attempt };
}
