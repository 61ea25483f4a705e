// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { hook, later, refused } from "../testing/dom";
import { useSave } from "./useSave";

test("writes of one name go one after the other, and one that is refused keeps none from its turn", async () => {
  const { result, queries } = hook(() => useSave({ turns: "box", old: [["box"]] }));
  const old = vi.spyOn(queries, "invalidateQueries");
  const order: string[] = [];
  const first = later<void>();
  const turn = (name: string, act: () => Promise<void>) =>
    result.current.save(() => {
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
    await vi.waitFor(() => expect(order).toEqual(["one"]));
    first.done();
    done = await Promise.all(all);
  });
  expect(order).toEqual(["one", "two", "three"]);
  expect(done).toEqual([true, false, true]);
  expect(old.mock.calls).toEqual(Array(3).fill([{ queryKey: ["box"] }]));
  // What went well since takes the sentence away.
  expect(result.current).toMatchObject({ said: "", busy: false });
});

test("a refusal is said until the next write or another word, and a fault of our own is no refusal", async () => {
  const { result } = hook(() => useSave());
  const save = (what: () => Promise<unknown>) => act(async () => void (await result.current.save(what)));
  await save(() => Promise.reject(refused(409, "Changed elsewhere.")));
  expect(result.current.said).toBe("Changed elsewhere.");
  expect(result.current.problems).toHaveLength(1);
  act(() => result.current.setSaid("Kept."));
  expect(result.current).toMatchObject({ said: "Kept.", problems: [] });
  await save(() => Promise.reject(refused(409, "Again.")));
  expect(result.current.said).toBe("Again.");
  await expect(save(() => Promise.reject(new TypeError("oops")))).rejects.toThrow("oops");
  await save(async () => result.current.setSaid("Kept as a reading."));
  expect(result.current.said).toBe("Kept as a reading.");
  await save(async () => {});
  expect(result.current.said).toBe("");
});
