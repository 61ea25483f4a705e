import { expect, test } from "vitest";
import { flowCourse, type Moving } from "./flow";

const path: [number, number, number][] = [
  [1, 0, 0],
  [0.5, 0.1, 0.49],
  [0, 0.3, 0.95],
];
const moving = { path } as Moving;
const view = { topM: 0, pxPerM: 100 };

test("the line is drawn to scale where there is room", () => {
  expect(flowCourse(moving, view, 50, [40, 40])).toEqual([
    { x: 50, y: 0, position: 1 },
    { x: 60, y: 49, position: 0.5 },
    { x: 80, y: 95, position: 0 },
  ]);
});

test("it stays in its room where there is none, on either side", () => {
  expect(flowCourse(moving, view, 50, [40, 15]).at(-1)?.x).toBeCloseTo(65);
  const upstream = { path: path.map(([p, x, d]) => [p, -x, d]) } as unknown as Moving;
  expect(flowCourse(upstream, view, 50, [15, 40]).at(-1)?.x).toBeCloseTo(35);
});
