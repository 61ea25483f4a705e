import type { Rig } from "../../api/client";

/** The rig with fields of its conditions set; a name with a dot is a field of its limits. */
export function conceded(rig: Rig, change: Record<string, number>): Rig {
  const { limits, ...rest } = rig.conditions;
  const next: Record<string, unknown> = { ...rest };
  const bounds: Record<string, unknown> = { ...limits };
  for (const [name, value] of Object.entries(change)) {
    if (name.startsWith("limits.")) bounds[name.slice("limits.".length)] = value;
    else next[name] = value;
  }
  return { ...rig, conditions: { ...next, limits: bounds } as Rig["conditions"] };
}
