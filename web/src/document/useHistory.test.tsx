// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { expect, test } from "vitest";
import { MOST } from "./history";
import { useHistory } from "./useHistory";

type Doc = { id: string; depth: number };
const doc = (depth: number): Doc => ({ id: "rig", depth });
const opened = (first: Doc, name = "rig") => renderHook(() => useHistory(first, name));

test("what was done can be taken back and done again after the page was left", () => {
  const one = opened(doc(1));
  for (const depth of [2, 3, 4]) act(() => one.result.current.acts.put(doc(depth)));
  act(() => one.result.current.acts.undo());
  one.unmount();
  // It comes back from the server with its fields in another order.
  const two = opened({ depth: 3, id: "rig" });
  act(() => two.result.current.acts.redo());
  expect(two.result.current.present.depth).toBe(4);
  for (let i = 0; i < 3; i++) act(() => two.result.current.acts.undo());
  expect(two.result.current).toMatchObject({ present: doc(1), canUndo: false, canRedo: true });
});

test("steps belong to one document, and to what it is: changed elsewhere since it has none", () => {
  const one = opened(doc(1));
  act(() => one.result.current.acts.put(doc(2)));
  one.unmount();
  expect(opened(doc(2), "another").result.current.canUndo).toBe(false);
  expect(opened(doc(5)).result.current.canUndo).toBe(false);
  sessionStorage.setItem("brookwind.history.rig", "{broken");
  expect(opened(doc(2)).result.current).toMatchObject({ present: doc(2), canUndo: false });
});

test("of a large document as many of the last steps are kept as there is room for", () => {
  const large = (depth: number) => ({ ...doc(depth), notes: "x".repeat(90_000) });
  const one = renderHook(() => useHistory(large(0), "large"));
  for (let depth = 1; depth <= 40; depth++) act(() => one.result.current.acts.put(large(depth)));
  one.unmount();
  expect((sessionStorage.getItem("brookwind.history.large") ?? "").length).toBeLessThan(1_000_000);
  const two = renderHook(() => useHistory(large(40), "large"));
  act(() => two.result.current.acts.undo());
  expect([two.result.current.present.depth, two.result.current.canUndo]).toEqual([39, true]);
});

test("the last hundred steps are kept", () => {
  const one = opened(doc(0));
  for (let depth = 1; depth <= MOST + 20; depth++) act(() => one.result.current.acts.put(doc(depth)));
  one.unmount();
  const two = opened(doc(MOST + 20));
  let steps = 0;
  while (two.result.current.canUndo) {
    act(() => two.result.current.acts.undo());
    steps += 1;
  }
  expect([steps, two.result.current.present.depth]).toEqual([MOST, 20]);
});
