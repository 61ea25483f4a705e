import { expect, test } from "vitest";
import type { Fall } from "../../api/client";
import { between, endOf, extent, feedAt, points } from "./frames";

const frame = (time_s: number, path: [number, number][]) => ({ time_s, float_x_m: 0, load_n: 0, path, pieces: [] });
const frames = [
  frame(0, [
    [0, 0],
    [1, 0],
  ]),
  frame(1, [
    [0, 0],
    [0.5, 0.8],
  ]),
  frame(3, [
    [0, 0],
    [0.2, 0.9],
    [0, 1],
  ]),
];
const fall = { frames } as unknown as Fall;

test("a moment lies between its frames", () => {
  const [a, b, share] = between(frames, 2);
  expect([a.time_s, b.time_s, share]).toEqual([1, 3, 0.5]);
  expect(between(frames, 99)[2]).toBe(1);
});

test("points are mixed from the hook up, so that line paid out does not shift the rest", () => {
  expect(points(frames[1]?.path ?? [], frames[2]?.path ?? [], 0.5)).toEqual([
    [0.1, 0.45],
    [0.25, 0.9],
  ]);
});

test("the drawing holds all of it, and the clock runs to the last frame", () => {
  expect(extent([fall])).toEqual({ left: -0.3, right: 1, deep: 1 });
  expect(endOf([fall])).toBe(3);
});

test("feed is not there before it is thrown and stays where it came to rest", () => {
  const path = [
    [1, 0, 0],
    [3, 0.4, 2],
  ];
  expect(feedAt(path, 0.5)).toBeNull();
  expect(feedAt(path, 2)).toEqual([0.2, 1]);
  expect(feedAt(path, 9)).toEqual([0.4, 2]);
});
