// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type Rig } from "../../api/client";
import { hook, refused, type Spied } from "../../testing/dom";
import { type RunPlan, useRun } from "./useRun";

const rig = (id: string, depth = 1.5) => ({ id, water: { depth_m: depth } }) as unknown as Rig;
let asked: Spied<"runPlan">;

beforeEach(() => {
  vi.useFakeTimers();
  asked = vi
    .spyOn(api, "runPlan")
    .mockImplementation(async (r, wish) => ({ of: r.id, far: wish.fish_from_m }) as unknown as RunPlan);
});

const start = (of: Rig, looked = true) => hook(({ r, l }) => useRun(r, l), { r: of, l: looked });
const rest = async (ms = 400) => {
  await act(() => vi.advanceTimersByTimeAsync(ms));
  // What was asked when it had rested is answered, and shown.
  await act(() => vi.advanceTimersByTimeAsync(1));
};

test("nothing is planned unless it is looked at, and then once it has rested", async () => {
  const run = start(rig("a"), false);
  await rest();
  expect(asked).not.toHaveBeenCalled();
  run.rerender({ r: rig("a"), l: true });
  await rest(300);
  expect(asked).not.toHaveBeenCalled();
  await rest(100);
  expect(run.result.current).toMatchObject({ plan: { of: "a", far: 0 }, waiting: false, problem: null });
});

test("many changes close together are one plan, and the last plan stays meanwhile", async () => {
  const r = rig("a");
  const run = start(r);
  await rest();
  for (const far of [1, 2, 3]) act(() => run.result.current.set({ fish_from_m: far }));
  act(() => run.result.current.setHow({ tip_height_m: 3 }));
  expect(run.result.current).toMatchObject({ plan: { far: 0 }, waiting: true });
  await rest();
  expect(asked).toHaveBeenCalledTimes(2);
  expect(asked.mock.lastCall?.[1]).toMatchObject({ fish_from_m: 3, how: { tip_height_m: 3, slack: 0.05 } });
  expect(run.result.current).toMatchObject({ plan: { far: 3 }, waiting: false });
});

test("what cannot be planned is said beside the last plan, whose fields can put it right", async () => {
  const run = start(rig("a"));
  await rest();
  asked.mockRejectedValueOnce(refused(422, "It ends before it begins."));
  act(() => run.result.current.set({ fish_to_m: -1 }));
  await rest();
  expect(run.result.current).toMatchObject({ problem: "It ends before it begins.", plan: { far: 0 } });
  act(() => run.result.current.set({ fish_to_m: 9 }));
  await rest();
  expect(run.result.current.problem).toBeNull();
});

test("how it is fished is kept for each rig over a reload", async () => {
  const first = start(rig("a"));
  act(() => first.result.current.set({ fish_from_m: 4 }));
  first.unmount();
  expect(start(rig("a")).result.current.wish.fish_from_m).toBe(4);
  expect(start(rig("b")).result.current.wish.fish_from_m).toBe(0);
});
