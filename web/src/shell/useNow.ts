import { useEffect, useState } from "react";

const STEP_MS = 30_000;

const round = () => Math.floor(Date.now() / STEP_MS) * STEP_MS;

/** This moment, to the half minute: it moves on by itself. */
export function useNow(): number {
  const [now, setNow] = useState(round);
  useEffect(() => {
    const timer = setInterval(() => setNow(round()), 5_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
