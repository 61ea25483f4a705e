/** What the float did at a setting. */
export type Sight = "gone" | "under" | "as-wanted" | "high" | "flat" | "no-bead";

export const SIGHTS: [Sight, string][] = [
  ["gone", "gone under"],
  ["under", "under, in sight"],
  ["as-wanted", "tip as wanted"],
  ["high", "stands high"],
  ["flat", "lies flat"],
  ["no-bead", "stop not arrived"],
];
