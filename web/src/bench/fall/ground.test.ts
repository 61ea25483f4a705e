import { expect, test } from "vitest";
import { IMPERIAL, METRIC } from "../../units/quantity";
import { groundMarks, groundPx, lookAt } from "./ground";

test("what fits in stands still, what does not is followed", () => {
  const near = lookAt({ left: -0.5, right: 1.5 }, 200, 640);
  expect(near.follows).toBe(false);
  expect(groundPx(near, 0)).toBe(groundPx(near, 1));
  expect(groundPx(near, 0) + -0.5 * 200).toBe(80);
  const far = lookAt({ left: -0.5, right: 20 }, 200, 640);
  expect(far.follows).toBe(true);
  expect(groundPx(far, 12) + 12 * 200).toBe(320);
});

test("the bed is marked in the person's unit, in round steps", () => {
  expect(groundMarks(0, 3, 200, METRIC).map((m) => m.text)).toEqual(["0 m", "1 m", "2 m", "3 m"]);
  expect(groundMarks(0, 20, 20, METRIC).map((m) => m.m)).toEqual([0, 5, 10, 15, 20]);
  expect(groundMarks(0, 1, 60, IMPERIAL).map((m) => m.text)).toEqual(["0 ft"]);
});
