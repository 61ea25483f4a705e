import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { api, keys, type Rig, type Schemas } from "../../api/client";
import { ofTab, readAs } from "../../browser/storage";
import { useRested } from "../../document/useRested";

export type RunPlan = Schemas["RunPlan"];
export type RunWish = Schemas["RunWish"];
export type How = Schemas["HowHeld"];

export const USUAL_HOW: How = {
  along_m: 0,
  tip_height_m: 2,
  slack: 0.05,
  moves: "swings",
  lanes: [],
  wind_along_m_s: 0,
  wind_across_m_s: 0,
};
const USUAL: RunWish = {
  how: USUAL_HOW,
  fish_from_m: 0,
  fish_to_m: null,
  thrown: null,
  way: null,
  feed_s: 2,
  cast_s: 3,
  fish_s: 180,
  retrieve_m_s: 0.8,
};
/** A rig that is changed is planned anew once it has rested so long. */
const RESTS_MS = 350;

export type RunState = {
  wish: RunWish;
  set: (part: Partial<RunWish>) => void;
  setHow: (part: Partial<How>) => void;
  plan: RunPlan | null;
  /** The rig of that plan. */
  of: Rig | null;
  problem: string | null;
  waiting: boolean;
};

const kept = (id: string) => `brookwind.run.${id}`;

/** How a run of the rig is fished, kept for this tab, and its plan, asked while it is looked at. */
export function useRun(rig: Rig, looked: boolean): RunState {
  const [wish, setWish] = useState<RunWish>(() => readAs(ofTab, kept(rig.id), USUAL));
  useEffect(() => void ofTab.set(kept(rig.id), JSON.stringify(wish)), [rig.id, wish]);
  const asked = useMemo(() => ({ rig, wish }), [rig, wish]);
  const rested = useRested(asked, RESTS_MS);
  const found = useQuery({
    queryKey: keys.run(rig, wish),
    queryFn: async ({ signal }) => ({ plan: await api.runPlan(rig, wish, signal), of: rig }),
    enabled: looked && rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const set = useCallback((part: Partial<RunWish>) => setWish((w) => ({ ...w, ...part })), []);
  const setHow = useCallback((part: Partial<How>) => setWish((w) => ({ ...w, how: { ...w.how, ...part } })), []);
  const { data, error, isPlaceholderData } = found;
  // What cannot be planned leaves the last plan there, and with it the field in which it can be put right.
  const last = useRef<typeof data>(undefined);
  if (data && !isPlaceholderData) last.current = data;
  const shown = data ?? (last.current?.of.id === rig.id ? last.current : undefined);
  return useMemo(
    () => ({
      wish,
      set,
      setHow,
      plan: shown?.plan ?? null,
      of: shown?.of ?? null,
      problem: error instanceof Error ? error.message : null,
      waiting: (data === undefined && !error) || isPlaceholderData || (error !== null && shown !== undefined),
    }),
    [wish, set, setHow, data, shown, error, isPlaceholderData],
  );
}
