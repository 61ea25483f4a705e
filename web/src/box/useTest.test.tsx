// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { later, refused, hook as rendered } from "../testing/dom";
import { useTest } from "./useTest";

test("an answer that comes after the next reading was put down says nothing", async () => {
  const [slow, quick] = [later<string>(), later<string>()];
  const ask = vi.fn().mockReturnValueOnce(slow.promise).mockReturnValueOnce(quick.promise);
  const hook = rendered(({ readings }: { readings: number[] }) => useTest(readings, ask, "lead"), { readings: [1] });
  hook.rerender({ readings: [1, 2] });
  await act(async () => quick.done("of two"));
  await act(async () => slow.done("of one"));
  await vi.waitFor(() => expect(hook.result.current.test).toBe("of two"));
});

test("what cannot be said of the readings is said in a sentence, and goes when they do", async () => {
  const ask = vi.fn().mockRejectedValue(refused(422, "Two readings are needed."));
  const hook = rendered(({ readings }: { readings: number[] }) => useTest(readings, ask, "lead"), { readings: [1] });
  await vi.waitFor(() => expect(hook.result.current.said).not.toBe(""));
  expect(hook.result.current).toMatchObject({ test: null, said: "Two readings are needed." });
  hook.rerender({ readings: [] });
  expect(hook.result.current).toMatchObject({ test: null, said: "" });
  expect(ask).toHaveBeenCalledOnce();
});
