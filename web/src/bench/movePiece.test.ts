import { expect, it } from "vitest";
import type { Handle, Rig } from "../api/client";
import { toM, toPx } from "../scene/scale";
import { movePiece, positionOf } from "./movePiece";

const shot = (id: string, position_m: number) => ({ kind: "shot", id, position_m });
const rig = { components: [shot("a", 0.606), shot("b", 0.6), shot("c", 0.3)] } as unknown as Rig;
const bulk: Handle = { id: "b", name: "bulk", moves: ["a", "b"], position_m: 0.6, range_m: [0.31, 0.9] };

it("snaps to whole centimetres and moves a bulk as one", () => {
  const moved = movePiece(rig, bulk, positionOf(rig, bulk), 0.4449);
  expect(positionOf(moved, bulk)).toBe(0.44);
  expect(moved.components.map((c) => (c as { position_m: number }).position_m)).toEqual([0.446, 0.44, 0.3]);
});

it("stops at its neighbours, and answers the same rig when nothing moves", () => {
  expect(positionOf(movePiece(rig, bulk, 0.6, 0.1), bulk)).toBe(0.31);
  expect(positionOf(movePiece(rig, bulk, 0.6, 4), bulk)).toBe(0.9);
  expect(movePiece(rig, bulk, 0.6, 0.601)).toBe(rig);
});

it("turns depths into pixels and back", () => {
  const view = { topM: -0.3, pxPerM: 217 };
  for (const metres of [-0.3, 0, 1.2345, 9]) expect(toM(view, toPx(view, metres))).toBeCloseTo(metres, 12);
});
