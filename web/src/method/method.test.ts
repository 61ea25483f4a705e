import { expect, test } from "vitest";
import type { Catalogue, Rig } from "../api/client";
import { patternsOf } from "./patterns";
import { purposeOf } from "./purpose";

const rig = {
  family: "lift",
  species: "tench",
  water: { name: "Wend Mere", swim: "wend-mere-lily-bay", depth_m: 1.2, temperature_c: 17, salinity: 0 },
  aim: { tip_m: 0.005, bait_from: "bed", bait_m: -0.1 },
  conditions: { tackle: "rod", rod_m: 3.9 },
} as unknown as Rig;
const catalogue = {
  families: [{ id: "waggler", patterns: ["strung", "bulk"] }],
  patterns: [{ id: "bulk" }, { id: "strung" }, { id: "stack" }],
} as unknown as Catalogue;

test("line laid on the bed is the family's doing: the fish is sought on the bed", () => {
  expect(purposeOf(rig).lie).toEqual({ bait_from: "bed", bait_m: 0 });
  const hung = { ...rig, aim: { ...rig.aim, bait_from: "surface", bait_m: 0.9 } } as Rig;
  expect(purposeOf(hung).lie).toEqual({ bait_from: "surface", bait_m: 0.9 });
  expect(purposeOf(rig).species).toBe("tench");
});

test("a family offers its own patterns, its usual one first; a rig of its own kind all of them", () => {
  expect(patternsOf(catalogue, { ...rig, family: "waggler" }).map((p) => p.id)).toEqual(["strung", "bulk"]);
  expect(patternsOf(catalogue, rig).map((p) => p.id)).toEqual(["bulk", "strung", "stack"]);
});
