import { expect, test } from "vitest";
import { cycleEnd, extentOf, floatAt, landsAt, lineAt, rigAt, runEnd } from "./runAt";
import type { RunPlan } from "./useRun";

const moment = (time_s: number, x_m: number, line: [number, number, number][] = []) => ({ time_s, x_m, y_m: 8, line });
const plan = {
  cycle: [
    { id: "feed", seconds: 2 },
    { id: "cast", seconds: 3 },
    { id: "sinks", seconds: 4 },
    { id: "fishes", seconds: 10 },
    { id: "winds-in", seconds: 6 },
  ],
  lands: { x_m: -2, y_m: 8 },
  down: { x_m: 0, y_m: 8 },
  down_s: 4,
  feed_at: { x_m: -20, y_m: 8 },
  drift: {
    moments: [
      moment(0, -2, [
        [0, 4, 2],
        [-2, 8, 0],
      ]),
      moment(2, -1),
      moment(4, 0, [
        [0, 4, 2],
        [0, 8, 0],
      ]),
    ],
  },
  sinking: [
    {
      time_s: 0,
      float_x_m: 0,
      path: [
        [0, 0],
        [1, 0],
      ],
    },
    {
      time_s: 4,
      float_x_m: 2,
      path: [
        [2, 0],
        [2, 1],
      ],
    },
  ],
} as unknown as RunPlan;

test("the clock of a cycle begins with feeding, the run as the float lands", () => {
  expect([landsAt(plan), runEnd(plan), cycleEnd(plan)]).toEqual([5, 14, 25]);
});

test("the float lies between its moments, and the line ends at it", () => {
  expect(floatAt(plan, 1)).toEqual({ x: -1.5, y: 8 });
  expect(lineAt(plan, 1).at(-1)).toEqual([-1.5, 8]);
  expect(floatAt({ ...plan, drift: null } as RunPlan, 3)).toEqual({ x: -2, y: 8 });
});

test("the rig sinks below the float where that is, then hangs as it fishes", () => {
  expect(rigAt(plan, [], 2)[1]).toEqual([-0.5, 0.5]);
  const hangs = [
    [1, 0, 0.1],
    [0, 0.2, 1],
  ];
  expect(rigAt(plan, hangs, 9)).toEqual([
    [0, 0.1],
    [0.2, 1],
  ]);
});

test("feed far upstream does not make the run small", () => {
  expect(extentOf(plan)).toEqual({ left: -5, right: 0, far: 8 });
});
