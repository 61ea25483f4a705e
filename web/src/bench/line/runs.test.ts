import { expect, test } from "vitest";
import type { Component } from "../../api/client";
import { changedOf, freshOf, runsOf } from "./runs";

const part = (id: string, kind: string, label: string, position_m?: number, more: object = {}) =>
  ({ id, kind, label, ...(position_m === undefined ? {} : { position_m }), ...more }) as unknown as Component;

const RIG = [
  part("main", "line", "0.17 mm"),
  part("float", "float", "3BB", 1.8),
  part("lock", "shot", "BB", 1.75, { role: "lock" }),
  part("a", "shot", "No 8", 0.61, { item: "no-8" }),
  part("b", "shot", "No 8", 0.6, { item: "no-8" }),
  part("c", "shot", "No 8", 0.3),
  part("d", "shot", "No 10", 0.29),
  part("hook", "hook", "18"),
];

test("bunched shot of one size is one entry, at its lowest piece", () => {
  const runs = runsOf(RIG);
  expect(runs.map((r) => r.ids)).toEqual([["main"], ["float"], ["lock"], ["a", "b"], ["c"], ["d"], ["hook"]]);
  expect(runs[3]).toMatchObject({ at_m: 0.6, inBox: true, comesOff: true, moves: true });
});

test("what holds the rig together stays on, and what locks the float stays where it is", () => {
  const runs = runsOf([...RIG, part("second", "hook", "20", 0.15)]);
  const able = (id: string) => runs.find((r) => r.ids.includes(id));
  expect(["main", "float", "hook"].map((id) => able(id)?.comesOff)).toEqual([false, false, false]);
  expect(able("second")).toMatchObject({ comesOff: true, moves: true });
  expect(able("lock")?.moves).toBe(false);
  expect(able("float")?.moves, "only what hangs below the float is put elsewhere").toBe(false);
});

test("what came on is told in a few words, and what was exchanged as that", () => {
  const more = [part("x", "shot", "No 11", 0.2), part("y", "shot", "No 11", 0.19), part("z", "swivel", "", 0.4)];
  expect(freshOf(RIG, [...RIG, ...more])).toBe("2 × No 11, swivel");
  expect(freshOf(RIG, RIG)).toBe("");
  const other = RIG.map((c) => (c.id === "hook" ? part("hook", "hook", "16") : c));
  expect(changedOf(RIG, other)).toBe("16 instead of 18");
  expect(changedOf(RIG, RIG.slice(1)), "what was taken off is not exchanged").toBe("");
});
