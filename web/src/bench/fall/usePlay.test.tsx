// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type Fall, type Rig } from "../../api/client";
import { later, refused } from "../../testing/dom";
import { useFall } from "./useFall";
import { useFallKeys, usePlay } from "./usePlay";

let frames: Map<number, FrameRequestCallback>;
let now: number;
/** The browser draws the next picture so much later. */
const frame = (ms: number) => {
  now += ms;
  const due = [...frames.values()];
  frames.clear();
  for (const draw of due) draw(now);
};

beforeEach(() => {
  frames = new Map();
  now = 1000;
  let last = 0;
  vi.stubGlobal("requestAnimationFrame", (draw: FrameRequestCallback) => {
    last += 1;
    frames.set(last, draw);
    return last;
  });
  vi.stubGlobal("cancelAnimationFrame", (id: number) => frames.delete(id));
  vi.spyOn(performance, "now").mockImplementation(() => now);
});

function playing(end: number, from = 0) {
  const time = { current: from };
  const setPlaying = vi.fn();
  const show = (s: number) => {
    time.current = s;
  };
  const hook = renderHook(({ on }) => usePlay(on, end, time, show, setPlaying), { initialProps: { on: true } });
  return { time, setPlaying, hook };
}

test("a fall is played in its own time whatever the frames are, and ends at its end", () => {
  const { time, setPlaying } = playing(1);
  for (const ms of [16, 34, 200, 500]) frame(ms);
  expect(time.current).toBeCloseTo(0.75, 9);
  expect(setPlaying).not.toHaveBeenCalled();
  frame(900);
  expect(time.current).toBe(1);
  expect(setPlaying).toHaveBeenCalledWith(false);
  expect(frames.size).toBe(0);
});

test("it goes on from where the hand left it, and a pause stops the frames", () => {
  const { time, hook } = playing(4, 2.5);
  frame(100);
  expect(time.current).toBeCloseTo(2.6, 9);
  hook.rerender({ on: false });
  expect(frames.size).toBe(0);
  expect(playing(0).time.current).toBe(0);
  expect(frames.size).toBe(0);
});

test("the keys of the fall rest where something else has them", () => {
  const [close, compare, play] = [vi.fn(), vi.fn(), vi.fn()];
  const keys = renderHook(({ pinned }) => useFallKeys(pinned, compare, play, close), {
    initialProps: { pinned: false },
  });
  document.body.innerHTML = '<input type="range"><input type="text"><button>b</button><p>p</p>';
  const part = (selector: string) => document.querySelector(selector) as HTMLElement;
  const [range, text, button, p] = [part("[type=range]"), part("[type=text]"), part("button"), part("p")];
  const press = (key: string, on: HTMLElement, more = {}) =>
    on.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more }));
  // The space bar presses a button, and writes in a field.
  for (const on of [button, text]) press(" ", on);
  expect(play).not.toHaveBeenCalled();
  for (const on of [range, p]) expect(press(" ", on)).toBe(false);
  expect(play).toHaveBeenCalledTimes(2);
  // Nothing is pinned to compare with.
  press("c", p);
  expect(compare).not.toHaveBeenCalled();
  keys.rerender({ pinned: true });
  press("C", p);
  press("c", p, { ctrlKey: true });
  press("c", text);
  expect(compare).toHaveBeenCalledOnce();
  // On the bench F leaves the fall too; only where the scrubber has the focus is it ours.
  press("f", p);
  expect(close).not.toHaveBeenCalled();
  press("f", range);
  press("Escape", text);
  expect(close).toHaveBeenCalledTimes(2);
});

test("another rig calls the fall of the last one off, and what then comes of it is not shown", async () => {
  const first = later<Fall>();
  const asked = vi.spyOn(api, "fall").mockReturnValueOnce(first.promise);
  const rig = (id: string) => ({ id }) as unknown as Rig;
  const fall = renderHook(({ of }) => useFall(of, {}), { initialProps: { of: rig("a") as Rig | null } });
  const [, , tell, signal] = asked.mock.calls[0] ?? [];
  act(() => tell?.(0.3));
  expect(fall.result.current).toEqual({ fall: null, progress: 0.3, problem: null });
  asked.mockResolvedValueOnce({ rig_id: "b" } as Fall);
  await act(async () => fall.rerender({ of: rig("b") }));
  expect(signal?.aborted).toBe(true);
  await act(async () => first.fail(new DOMException("called off", "AbortError")));
  expect(fall.result.current).toEqual({ fall: { rig_id: "b" }, progress: 1, problem: null });
  asked.mockRejectedValueOnce(refused(422, "It cannot be followed."));
  await act(async () => fall.rerender({ of: rig("c") }));
  expect(fall.result.current).toEqual({ fall: null, progress: 1, problem: "It cannot be followed." });
  await act(async () => fall.rerender({ of: null }));
  expect(fall.result.current).toEqual({ fall: null, progress: 0, problem: null });
});
