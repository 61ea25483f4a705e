import { useEffect, useState } from "react";

/**
 * A value once it has stood for a while: what takes long to reckon is not asked for what is changed the next moment.
 * Null until the first has rested.
 */
export function useRested<T>(value: T, rests_ms: number): T | null {
  const [rested, setRested] = useState<T | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setRested(() => value), rests_ms);
    return () => clearTimeout(timer);
  }, [value, rests_ms]);
  return rested === value ? rested : null;
}
