// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { later, refused } from "../testing/dom";
import { useAnswer } from "./useAnswer";

let put: ReturnType<typeof vi.fn<(question: string) => Promise<string>>>;
const start = (question: string) => renderHook(({ q }) => useAnswer(q, put), { initialProps: { q: question } });

beforeEach(() => {
  put = vi.fn(async (question: string) => `of ${question}`);
});

test("one question is under way at a time, and then the newest: those between are never asked", async () => {
  const first = later<string>();
  put.mockReturnValueOnce(first.promise);
  const hook = start("a");
  for (const q of ["ab", "abc", "abcd"]) hook.rerender({ q });
  expect(put.mock.calls).toEqual([["a"]]);
  expect(hook.result.current).toEqual({ answer: null, of: null, refusal: null, waiting: true });
  await act(async () => first.done("of a"));
  expect(put.mock.calls).toEqual([["a"], ["abcd"]]);
  expect(hook.result.current).toEqual({ answer: "of abcd", of: "abcd", refusal: null, waiting: false });
});

test("the last true answer stays beside a refusal, and goes with the next", async () => {
  const hook = start("a");
  await act(async () => {});
  put.mockRejectedValueOnce(refused(422, "Not so."));
  await act(async () => hook.rerender({ q: "b" }));
  expect(hook.result.current).toMatchObject({ answer: "of a", of: "a", waiting: true });
  expect(hook.result.current.refusal?.message).toBe("Not so.");
  await act(async () => hook.rerender({ q: "c" }));
  expect(hook.result.current).toEqual({ answer: "of c", of: "c", refusal: null, waiting: false });
});

test("while nobody answers it is asked again, and no more once the page is left", async () => {
  vi.useFakeTimers();
  put.mockRejectedValue(refused(0));
  const hook = start("a");
  await act(() => vi.advanceTimersByTimeAsync(4500));
  expect(put).toHaveBeenCalledTimes(3);
  put.mockResolvedValue("at last");
  await act(() => vi.advanceTimersByTimeAsync(2000));
  expect(hook.result.current).toMatchObject({ answer: "at last", waiting: false });
  put.mockRejectedValue(refused(0));
  await act(async () => hook.rerender({ q: "b" }));
  hook.unmount();
  const asked = put.mock.calls.length;
  await vi.advanceTimersByTimeAsync(10_000);
  expect(put).toHaveBeenCalledTimes(asked);
});
