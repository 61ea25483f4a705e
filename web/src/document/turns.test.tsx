// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { later, refused } from "../testing/dom";
import { useRested } from "./useRested";
import { useTurns } from "./useTurns";

beforeEach(() => {
  vi.useFakeTimers();
});

test("writes go one after the other, and one that is refused keeps none from its turn", async () => {
  const after = vi.fn(async () => {});
  const { result } = renderHook(() => useTurns(after));
  const order: string[] = [];
  const first = later<void>();
  const turn = (name: string, act: () => Promise<void>) =>
    result.current.attempt(() => {
      order.push(name);
      return act();
    });
  let done: boolean[] = [];
  await act(async () => {
    const all = [
      turn("one", () => first.promise),
      turn("two", () => Promise.reject(refused(422, "Not two."))),
      turn("three", async () => {}),
    ];
    await Promise.resolve();
    expect(order).toEqual(["one"]);
    first.done();
    done = await Promise.all(all);
  });
  expect(order).toEqual(["one", "two", "three"]);
  expect(done).toEqual([true, false, true]);
  expect(after).toHaveBeenCalledTimes(3);
  // What went well since takes the sentence away.
  expect(result.current.failed).toBe("");
});

test("a refusal is said until the next goes well, and a fault of our own is no refusal", async () => {
  const { result } = renderHook(() => useTurns(async () => {}));
  await act(async () => void (await result.current.attempt(() => Promise.reject(refused(409, "Changed elsewhere.")))));
  expect(result.current.failed).toBe("Changed elsewhere.");
  await act(() => expect(result.current.attempt(() => Promise.reject(new TypeError("oops")))).rejects.toThrow("oops"));
  await act(async () => void (await result.current.attempt(async () => {})));
  expect(result.current.failed).toBe("");
});

test("what is changed the next moment has not rested", () => {
  const hook = renderHook(({ value }) => useRested(value, 350), { initialProps: { value: "a" } });
  expect(hook.result.current).toBeNull();
  act(() => vi.advanceTimersByTime(300));
  hook.rerender({ value: "b" });
  act(() => vi.advanceTimersByTime(300));
  expect(hook.result.current).toBeNull();
  act(() => vi.advanceTimersByTime(50));
  expect(hook.result.current).toBe("b");
  hook.rerender({ value: "c" });
  expect(hook.result.current).toBeNull();
});
