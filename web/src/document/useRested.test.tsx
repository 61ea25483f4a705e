// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { useRested } from "./useRested";

beforeEach(() => {
  vi.useFakeTimers();
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
