import { expect, test } from "vitest";
import type { Fall } from "../../api/client";
import { between, endOf, extent, feedAt, points, stacked } from "./frames";

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

test("a bulk is drawn shot by shot up the line; what hangs apart stays where it is", () => {
  const shot = (position_m: number) => ({ id: `${position_m}`, kind: "shot", position_m, across_m: 0.006 });
  const hook = { id: "hook", kind: "hook", position_m: 0, across_m: 0.003 };
  const line: [number, number][] = [
    [30, 60],
    [30, 100],
    [24, 100],
    [24, 150],
    [24, 151],
  ];
  const at: [number, number][] = [[26, 100], [25, 100], ...line.slice(2)];
  const pieces = [shot(0.312), shot(0.306), shot(0.3), shot(0.001), hook];
  expect(stacked(at, pieces, line, () => 5)).toEqual([[30, 86], [30, 96], ...line.slice(2)]);
  expect(stacked(at.slice(1, 3), pieces.slice(1, 3), line.slice(2, 3), () => 5)[0]).toEqual([24, 90]);
});
