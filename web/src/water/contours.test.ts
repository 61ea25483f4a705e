import { expect, test } from "vitest";
import { contoursOf } from "./contours";

const slope = Array.from({ length: 5 }, (_, i) =>
  Array.from({ length: 4 }, (_, j) => ({ right_m: i, out_m: j, depth_m: 0.5 + j })),
).flat();

test("on an even slope each contour is a straight line at its depth, as long as the slope is wide", () => {
  const contours = contoursOf(slope, 1, 1);
  expect(contours.map((c) => c.depth_m)).toEqual([1, 2, 3]);
  for (const { depth_m, segments } of contours) {
    expect(segments).toHaveLength(4);
    for (const { a, b } of segments) {
      expect(a[1]).toBeCloseTo(depth_m - 0.5);
      expect(b[1]).toBeCloseTo(depth_m - 0.5);
    }
  }
});

test("where the bed is not known there is no contour, and none on a flat", () => {
  expect(
    contoursOf(
      slope.filter((c) => c.right_m !== 2),
      1,
      1,
    ).every((c) => c.segments.length === 2),
  ).toBe(true);
  expect(
    contoursOf(
      slope.map((c) => ({ ...c, depth_m: 2.2 })),
      1,
      1,
    ),
  ).toEqual([]);
});
