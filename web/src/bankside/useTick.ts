import { useEffect, useState } from "react";

/** The moment, anew so often while somebody looks: a page in a pocket costs nothing. */
export function useTick(every_ms: number): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const tick = () => document.visibilityState === "visible" && setNow(Date.now());
    const timer = setInterval(tick, every_ms);
    document.addEventListener("visibilitychange", tick);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", tick);
    };
  }, [every_ms]);
  return now;
}
