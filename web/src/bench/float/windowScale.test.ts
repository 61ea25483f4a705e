import { describe, expect, test } from "vitest";
import type { Window } from "../../api/client";
import { windowScale } from "./windowScale";

const made = (bounds: (number | null)[], marks: number[]) =>
  ({
    bounds: bounds.map((capacity_kg) => ({ capacity_kg })),
    marks: marks.map((capacity_kg) => ({ capacity_kg })),
  }) as unknown as Window;

describe("scale of capacities", () => {
  test("holds every bound and float, lightest left", () => {
    const all = [0.0002, 0.0012, 0.021];
    const { x } = windowScale(made([0.0002, null], [0.0012, 0.021]), 60, 300);
    const places = all.map(x);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places.every((p) => p > 60 && p < 300)).toBe(true);
  });

  test("numbers do not run into each other", () => {
    const { x, ticks } = windowScale(made([0.00006, 0.19], []), 60, 300);
    expect(ticks.length).toBeGreaterThan(3);
    for (let i = 1; i < ticks.length; i++)
      expect(x(ticks[i] as number) - x(ticks[i - 1] as number)).toBeGreaterThan(34);
  });

  test("one float alone still has a scale", () => {
    const { x } = windowScale(made([], [0.002]), 60, 300);
    expect(x(0.002)).toBeGreaterThan(60);
    expect(x(0.002)).toBeLessThan(300);
  });
});
