import { useEffect } from "react";
import { AtWater } from "./AtWater";
import { TakeAlong } from "./TakeAlong";
import { useDay } from "./useDay";

/** At the water: the day that was taken along, or what to take. */
export default function BanksidePage() {
  const { day, put, act, away, another, here, send } = useDay();
  useEffect(() => {
    document.title = "Bankside · Brookwind";
  }, []);
  if (!day) return <TakeAlong onBegun={put} />;
  return <AtWater day={day} act={act} away={away} another={another} here={here} send={send} onGone={() => put(null)} />;
}
