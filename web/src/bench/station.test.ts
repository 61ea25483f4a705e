import { expect, it } from "vitest";
import { type Catalogue, type Evaluation, Refusal, type Rig } from "../api/client";
import { METRIC } from "../units/quantity";
import { beadsOf, type Look } from "./station";
import { STATIONS } from "./stations/all";

const rig = {
  species: "rudd",
  water: { depth_m: 1.9, temperature_c: 16 },
  conditions: { distance_m: 12 },
  aim: { bait_from: "surface", bait_m: 0.9, tip_m: 0.005 },
  components: [
    { kind: "line", role: "main", diameter_m: 0.00016 },
    { kind: "float", label: "3BB", spec: { type: "straight-waggler" } },
    { kind: "line", role: "hooklength", diameter_m: 0.0001 },
    { kind: "hook", label: "hook 18" },
  ],
} as unknown as Rig;
const catalogue = {
  species: [{ id: "rudd", name: "rudd" }],
  float_types: [{ id: "straight-waggler", name: "straight waggler" }],
} as unknown as Catalogue;
const evaluation = {
  setting_m: 0.717,
  afloat: { carried_kg: 0.00136, wanted_kg: 0.00136 },
  findings: [
    { id: "a", station: "load", severity: "refuse" },
    { id: "b", station: "stop", severity: "note" },
  ],
} as unknown as Evaluation;
const look: Look = { rig, evaluation, catalogue, units: METRIC, vocabulary: "us" };
const states = (refusal: Refusal | null) =>
  Object.fromEntries(beadsOf(STATIONS, look, refusal).map((s) => [s.id, s.state]));

it("shows each bead's value in the person's words and units", () => {
  const values = beadsOf(STATIONS, look, null).map((s) => `${s.name}: ${s.value}`.replaceAll("\u00a0", " "));
  expect(values).toEqual([
    "Water: 1.90 m, 16 °C",
    "Fish & bait: Rudd, 90 cm down",
    "Bobber: 3BB, straight waggler",
    "Line & hook: 0.16 to 0.10 mm, hook 18",
    "Load: 1.36 g of 1.36 g",
    "Stop: 72 cm to the hook",
    "Thread: 4 parts",
    "Proof: 2 things",
    "Run: 12 m out",
    "Feed: where, what, how much",
  ]);
});

it("takes the worst finding of a station as its state", () => {
  expect(states(null)).toEqual({
    water: "settled",
    bait: "settled",
    float: "settled",
    line: "settled",
    load: "refuse",
    stop: "note",
    thread: "settled",
    proof: "refuse",
    run: "settled",
    feed: "settled",
  });
});

it("marks the station whose field the server refused", () => {
  const refused = (...path: (string | number)[]) =>
    new Refusal(422, [{ code: "x", path, message: "No.", remedy: "", figures: {} }]);
  expect(states(refused("rig", "water", "depth_m")).water).toBe("refuse");
  expect(states(refused("rig", "aim", "tip_m")).float).toBe("refuse");
  expect(states(refused("rig", "aim", "bait_m")).bait).toBe("refuse");
});
