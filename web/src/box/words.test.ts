import { expect, test } from "vitest";
import type { BoxItem } from "../api/client";
import { nameOf } from "../shell/nameOf";
import { METRIC } from "../units/quantity";
import { answers, factsOf } from "./words";

const shot: BoxItem = {
  kind: "shot",
  notes: "",
  item: "lead-8",
  size: "8",
  mass_kg: 6e-5,
  material: "lead",
  density_kg_m3: 11340,
  count: 4,
  scatter: 0.05,
  weighings: [],
};
const trays = [
  { id: "weights", name: "Weights", kinds: ["shot"], words: ["sinker", "split shot"] },
  { id: "leaders", name: "Leaders", kinds: ["leader"], words: ["trace", "hooklength"] },
];
const leader: BoxItem = {
  kind: "leader",
  notes: "",
  item: "l",
  label: "fine",
  material: "nylon",
  diameter_m: 1e-4,
  length_m: 0.3,
  count: 2,
};

test("a compartment is named and told in few words", () => {
  expect(nameOf(shot)).toBe("No 8 lead");
  expect(factsOf(shot, METRIC)).toBe("0.06\u00a0g, differ by 5 %");
  expect(factsOf(leader, METRIC)).toBe("0.10\u00a0mm nylon, 30\u00a0cm");
});

test("either vocabulary finds it", () => {
  expect(answers(shot, "sinker", trays, METRIC)).toBe(true);
  expect(answers(shot, "no 8", trays, METRIC)).toBe(true);
  expect(answers(leader, "trace", trays, METRIC)).toBe(true);
  expect(answers(leader, "hooklength fine", trays, METRIC)).toBe(true);
  expect(answers(leader, "sinker", trays, METRIC)).toBe(false);
});
