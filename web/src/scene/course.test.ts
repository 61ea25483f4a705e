import { describe, expect, it } from "vitest";
import { at, course } from "./course";

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
