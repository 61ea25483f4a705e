import type { Catalogue, Rig } from "../api/client";

/** The patterns a rig's family can be shotted in, its usual one first; every pattern for a rig of its own kind. */
export function patternsOf(catalogue: Catalogue, rig: Rig): Catalogue["patterns"] {
  const family = catalogue.families.find((f) => f.id === rig.family);
  if (!family) return catalogue.patterns;
  return family.patterns.flatMap((id) => catalogue.patterns.filter((p) => p.id === id));
}
