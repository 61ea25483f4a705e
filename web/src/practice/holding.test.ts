import { expect, test } from "vitest";
import type { Schemas } from "../api/client";
import { hangs, later, type Run } from "./holding";

const task = {
  run_m: 10,
  follows_s: 0.6,
  pulls: [
    [0, 0],
    [2.5, 0.02],
    [5.6, 0.1],
  ],
  hangs: [
    { hold: 0.5, speed_m_s: 0.25, height_m: 0.2, lead_m: 0.3 },
    { hold: 1, speed_m_s: 0.5, height_m: 0.1, lead_m: -0.2 },
  ],
  bed: [
    [0, 0],
    [12, 0.12],
  ],
} as unknown as Schemas["HoldTask"];
const begins: Run = { time: 0, x: 0, hand: 0.8, now: 0.8, laid: 0 };

test("many short frames and few long ones come to the same place", () => {
  let often = begins;
  for (let k = 0; k < 150; k++) often = later(task, often, 0.02);
  const seldom = later(task, begins, 3);
  expect(seldom.x).toBeCloseTo(often.x, 9);
  expect(seldom.now).toBeCloseTo(often.now, 9);
});

test("a bow that grows draws the float along until it is mended", () => {
  const left = later(task, begins, 8);
  const mended = later(task, { ...later(task, begins, 4), laid: 4 }, 4);
  expect(left.x).toBeGreaterThan(mended.x);
  expect(left.now).toBeCloseTo(0.9, 3);
  expect(mended.now).toBeLessThan(0.87);
  const near = later({ ...task, pulls: [] }, begins, 8);
  expect(near.now).toBe(0.8);
});

test("the bait is off the bed below it, ahead of the float or behind", () => {
  const { bait, lead } = hangs(task, { ...begins, x: 5, now: 0.5 });
  expect(lead).toBe(0.3);
  expect(bait).toBeCloseTo(0.2 - 0.053, 6);
});
