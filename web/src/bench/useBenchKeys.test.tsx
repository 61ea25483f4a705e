// @vitest-environment happy-dom

import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Evaluation, Handle } from "../api/client";
import { METRIC } from "../units/quantity";
import type { BenchState } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";

const HANDLES = [
  { id: "stop", name: "stop", moves: ["stop"] },
  { id: "bb", name: "BB", moves: ["bb"] },
  { id: "8s", name: "3 No 8", moves: ["s1", "s2", "s3"] },
] as unknown as Handle[];
const bench = {
  rig: { components: [{ id: "bb", kind: "shot", fixed: true }] },
  slide: { nudge: vi.fn((_: Handle, metres: number) => 1 + metres), cancel: vi.fn() },
  edit: vi.fn(async () => true),
  undo: vi.fn(),
  redo: vi.fn(),
};
const props = {
  bench: bench as unknown as BenchState,
  evaluation: { handles: HANDLES } as unknown as Evaluation,
  selected: null as string | null,
  setSelected: vi.fn(),
  setStation: vi.fn(),
  balance: vi.fn(),
  setStop: vi.fn(),
  playFall: vi.fn(),
  readFloat: vi.fn(),
  falling: false,
  setKeys: vi.fn(),
  announce: vi.fn(),
  units: METRIC,
};
type Props = Parameters<typeof useBenchKeys>[0];

beforeEach(() => {
  vi.clearAllMocks();
  document.body.innerHTML = "";
});

let keys: { unmount: () => void } | undefined;
/** At a bench like that, and at no other. */
function at(given: Partial<Props> = {}) {
  keys?.unmount();
  keys = renderHook(() => useBenchKeys({ ...props, ...given } as Props));
}
/** True when the browser may have the key. */
const press = (key: string, more: KeyboardEventInit = {}, on: EventTarget = document.body) =>
  on.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more }));

test("a piece is gone to and stays at the ends of the line", () => {
  at({ selected: "bb" });
  press("[");
  press("]");
  expect(props.setSelected.mock.calls).toEqual([["stop"], ["8s"]]);
  at({ selected: "8s" });
  press("]");
  expect(props.setSelected).toHaveBeenLastCalledWith("8s");
});

test("a nudge says where the piece is now", () => {
  at({ selected: "bb" });
  expect(press("ArrowUp")).toBe(false);
  expect(bench.slide.nudge).toHaveBeenLastCalledWith(HANDLES[1], 0.01);
  expect(props.announce).toHaveBeenLastCalledWith(expect.stringMatching(/^BB, 1\.01\sm above the hook$/));
});

test("the stop is nudged as a setting, and is neither resized, removed nor fixed", () => {
  at({ selected: "stop" });
  press("ArrowDown", { shiftKey: true });
  expect(props.announce).toHaveBeenLastCalledWith(expect.stringMatching(/^Setting 95\scm$/));
  for (const key of ["+", "Delete", "l"]) expect(press(key)).toBe(true);
  expect(bench.edit).not.toHaveBeenCalled();
});

test("of several pieces taken off one by one the next has the focus, and what is fixed is released", async () => {
  at({ selected: "8s" });
  await act(async () => void press("Delete"));
  expect(bench.edit).toHaveBeenLastCalledWith({ do: "remove", pieces: ["8s"] });
  expect(props.setSelected).toHaveBeenLastCalledWith("s2");
  at({ selected: "bb" });
  await act(async () => void press("l"));
  expect(bench.edit).toHaveBeenLastCalledWith({ do: "fix", pieces: ["bb"], fixed: false });
  expect(props.announce).toHaveBeenLastCalledWith("BB released");
});

test("what is refused is not said to be done", async () => {
  bench.edit.mockResolvedValue(false);
  at({ selected: "bb" });
  await act(async () => void press("Delete"));
  await act(async () => void press("l"));
  expect(props.announce).not.toHaveBeenCalled();
  expect(props.setSelected).not.toHaveBeenCalled();
});

test("every key does its one thing", () => {
  at();
  for (const [key, done, more] of [
    ["b", props.balance],
    ["s", props.setStop],
    ["f", props.playFall],
    ["w", props.readFloat],
    ["?", props.setKeys],
    ["z", bench.undo, { ctrlKey: true }],
    ["z", bench.redo, { ctrlKey: true, shiftKey: true }],
    ["3", props.setStation],
  ] as const) {
    expect(press(key, more)).toBe(false);
    expect(done).toHaveBeenCalledOnce();
  }
});

test("keys rest in a field and under a dialog, and Escape lets a drag and a field go", async () => {
  at({ selected: "bb" });
  document.body.innerHTML = '<input aria-label="depth"><input type="range">';
  const [field, range] = [...document.querySelectorAll("input")];
  for (const key of ["b", "ArrowUp", "Delete"]) expect(press(key, {}, field)).toBe(true);
  expect(press("b", {}, range)).toBe(false);
  field?.focus();
  press("Escape", {}, field);
  await Promise.resolve();
  expect(document.activeElement).toBe(document.body);
  expect(bench.slide.cancel).toHaveBeenCalledOnce();
  document.body.innerHTML = '<div role="dialog"></div>';
  expect(press("b")).toBe(true);
  expect(props.balance).toHaveBeenCalledOnce();
});

test("with nothing on the line, and in the fall, a key that has nothing to do is the browser's", () => {
  at({ evaluation: null });
  for (const key of ["ArrowUp", "+", "Delete", "l"]) expect(press(key)).toBe(true);
  at({ falling: true });
  expect(press("9")).toBe(false);
});
