import type { Purpose, Rig } from "../api/client";

/** What a rig is tied for: its fish and water, its aim when the bait hangs free, its rod. */
export function purposeOf(rig: Rig): Purpose {
  const { bait_from, bait_m } = rig.aim;
  return {
    water: rig.water,
    species: rig.species ?? null,
    // Line laid on the bed belongs to the family that lays it, not to where the fish is.
    lie: bait_m >= 0 ? { bait_from, bait_m } : { bait_from: "bed", bait_m: 0 },
    conditions: rig.conditions,
    month: new Date().getMonth() + 1,
    rules: null,
    schools: {},
  };
}
