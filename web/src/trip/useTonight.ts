import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { api, keys, type Trip } from "../api/client";

/** What the rigs of a day do not hang on. */
const BESIDE = { name: "", ticked: [], notes: "", like: null } as const;

/** The rigs that cover a day: reckoned anew when the day, the box or the wallet change, the last answer shown meanwhile. */
export function useTonight(trip: Trip) {
  const [progress, setProgress] = useState(0);
  const text = JSON.stringify({ ...trip, ...BESIDE });
  const asked = useMemo(() => JSON.parse(text) as Trip, [text]);
  const found = useQuery({
    queryKey: keys.tonight(text),
    queryFn: ({ signal }) => {
      setProgress(0);
      // A name is asked for, and does not matter.
      return api.tonight({ ...asked, name: "day" }, setProgress, signal);
    },
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 0,
  });
  return { ...found, progress };
}
