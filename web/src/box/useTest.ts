import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { keys, refusalIn } from "../api/client";

/**
 * What readings say, asked anew as they change: the answer, or the sentence why there is none. `of` is what else it
 * hangs on; what is said of an entry stands until the next reading.
 */
export function useTest<R, T>(readings: readonly R[], ask: () => Promise<T>, of: unknown) {
  const [entry, setEntry] = useState({ readings, says: "" });
  const { data, error } = useQuery({
    queryKey: keys.test(readings, of),
    queryFn: ask,
    enabled: readings.length > 0,
    retry: false,
    gcTime: 0,
    networkMode: "always",
  });
  const says = entry.readings === readings ? entry.says : "";
  const said = says || (error ? refusalIn(error).message : "");
  return { test: data ?? null, said, setSaid: (text: string) => setEntry({ readings, says: text }) };
}
