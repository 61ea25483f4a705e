import { expect, test } from "vitest";
import { fitLower, fitView, pieceRadius, rulerStep, spreadLabels, toM, toPx } from "./scale";

test("the drawing holds the air over the float, the water and a strip of bed", () => {
  const view = fitView(700, 2, 1.5, 0.1);
  expect(toPx(view, -0.4)).toBeCloseTo(0, 9);
  expect(toPx(view, 2.2)).toBeCloseTo(700, 9);
  expect(toM(view, toPx(view, 1.23))).toBeCloseTo(1.23, 12);
  expect(toPx(fitView(700, 2, 3, 0.1), 3.3), "a rig longer than the water is deep is drawn whole").toBeCloseTo(700, 9);
  const low = fitLower(550, 2, 1.5, 0.5);
  expect([toPx(low, 1.5), toPx(low, 2.05)].map(Math.round)).toEqual([0, 550]);
});

test.each([0.3, 1.9, 9, 40])("in %f m of water surface, tip and bed are in view at once", (depth) => {
  const view = fitView(600, depth, depth, 0.02);
  expect(toPx(view, 0)).toBeGreaterThan(40);
  expect(toPx(view, -0.02)).toBeLessThan(toPx(view, 0));
  expect(toPx(view, depth)).toBeLessThan(600);
});

test("pieces are seen however small, and larger ones are drawn larger", () => {
  expect(pieceRadius(0.0005)).toBe(3.2);
  expect(pieceRadius(0.01)).toBeGreaterThan(pieceRadius(0.006));
});

test.each([
  [1.9, 6, 0.5],
  [9, 6, 2],
  [0.14, 6, 0.05],
  [60, 6, 10],
])("a ruler over %f in about %i steps goes by %f", (span, wanted, step) => {
  expect(rulerStep(span, wanted)).toBeCloseTo(step, 12);
});

test("labels keep their order, stay apart and within bounds", () => {
  expect(spreadLabels([10, 50, 90], 18, 0, 200), "there is room for all").toEqual([10, 50, 90]);
  expect(spreadLabels([10, 12, 14], 18, 0, 200)).toEqual([10, 28, 46]);
  expect(spreadLabels([190, 195, 199], 18, 0, 200)).toEqual([164, 182, 200]);
  expect(spreadLabels([-40, 5], 18, 0, 200)).toEqual([0, 18]);
  expect(spreadLabels([], 18, 0, 200)).toEqual([]);
  const placed = spreadLabels([100, 101, 102, 300, 580], 24, 20, 590);
  placed.slice(1).forEach((y, i) => {
    expect(y - (placed[i] as number)).toBeGreaterThanOrEqual(24 - 1e-9);
  });
});
