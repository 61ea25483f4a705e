import { describe, expect, it } from "vitest";
import { at, course } from "./course";
import { fitLower, fitView, rulerStep, spreadLabels, toPx } from "./scale";

const view = { topM: 0, pxPerM: 100 };

describe("the line in the drawing", () => {
  it("is straight where it hangs, and places pieces along it", () => {
    const line = course(
      [
        [1.5, 0.1],
        [0.5, 1.1],
        [0, 1.6],
      ],
      view,
      200,
      300,
    );
    expect(line.map((p) => p.x)).toEqual([200, 200, 200]);
    expect(at(line, 1.0).y).toBeCloseTo(60, 9);
    expect(at(line, 0).y).toBeCloseTo(160, 9);
    expect(at(line, 9).y).toBeCloseTo(10, 9);
  });

  it("runs along the bed, but no further than there is room", () => {
    const rest = [
      [1.0, 0],
      [0.4, 0.6],
      [0, 0.6],
    ];
    expect(course(rest, view, 100, 500).at(-1)).toEqual({ x: 140, y: 60, position: 0 });
    expect(course(rest, view, 100, 120).at(-1)?.x).toBe(120);
  });

  it("sets aside what stands up from the last weight", () => {
    const end = course(
      [
        [1.0, 0],
        [0.3, 0.7],
        [0, 0.4],
      ],
      view,
      100,
      500,
    ).at(-1);
    expect(end?.x).toBeGreaterThan(100);
    expect(end?.y).toBe(40);
  });
});

describe("scales", () => {
  it("shows surface, bed and float at once, and the lowest stretch when asked", () => {
    for (const depth of [0.3, 1.9, 9, 40]) {
      const whole = fitView(600, depth, depth, 0.02);
      expect(toPx(whole, 0)).toBeGreaterThan(40);
      expect(toPx(whole, depth)).toBeLessThan(600);
      expect(toPx(whole, 0) - toPx(whole, -0.02)).toBeGreaterThan(0);
    }
    const lower = fitLower(600, 9, 9, 1.4);
    expect(toPx(lower, 9 - 1.4)).toBeCloseTo(0, 9);
    expect(toPx(lower, 9)).toBeLessThan(600);
  });

  it("marks the ruler in ones, twos or fives", () => {
    expect(rulerStep(1.9, 6)).toBeCloseTo(0.5, 12);
    expect(rulerStep(9, 6)).toBe(2);
    expect(rulerStep(1.2, 6)).toBeCloseTo(0.2, 12);
  });

  it("pushes labels apart within bounds and in order", () => {
    const placed = spreadLabels([100, 101, 102, 300, 580], 24, 20, 590);
    for (let i = 1; i < placed.length; i++)
      expect((placed[i] as number) - (placed[i - 1] as number)).toBeGreaterThanOrEqual(24 - 1e-9);
    expect(Math.min(...placed)).toBeGreaterThanOrEqual(20);
    expect(Math.max(...placed)).toBeLessThanOrEqual(590);
  });
});
