// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type LogEvent, type Prepared } from "../api/client";
import { fullStore, later, refused, type Spied } from "../testing/dom";
import { begun, DAY_KEY, type Day, happened, readDay } from "./day";
import { useDay } from "./useDay";

const RIG = { rig: { id: "a", name: "a" }, card: { setting_m: 1.2 }, depths: [], marks: [], looks: [], moves: [] };
const PREPARED = { name: "A day", place: "Wend Mere", rigs: [RIG], fish: [] } as unknown as Prepared;
const at = (minute: number) => new Date(Date.UTC(2026, 10, 23, 9, minute)).toISOString();
const bite = (minute: number) => (d: Day) => happened(d, { kind: "bite" }, at(minute));
const states = (day: Day | null) => day?.did.map((d) => d.state);
let kept: string[];
let add: Spied<"addEvent">;

beforeEach(() => {
  vi.useFakeTimers();
  kept = [];
  vi.spyOn(api, "beginOuting").mockImplementation(async (fields) => {
    kept.push("begin");
    return { fields } as never;
  });
  add = vi.spyOn(api, "addEvent").mockImplementation(keeping);
});

const keeping = async (_: string, e: LogEvent) => {
  kept.push(e.kind);
  return e;
};
const start = () => renderHook(useDay);
const begin = (hook: ReturnType<typeof start>) => act(async () => hook.result.current.put(begun(PREPARED, at(0))));

test("everything is sent once and in order as it is done, and two acts at once lose none", async () => {
  const hook = start();
  await begin(hook);
  const { act: change } = hook.result.current;
  await act(async () => {
    change(bite(1));
    change(bite(2));
  });
  expect(kept).toEqual(["begin", "rig", "bite", "bite"]);
  expect(states(hook.result.current.day)).toEqual(["kept", "kept", "kept", "kept"]);
});

test("what is done while something is being sent goes in the next round, and nothing goes twice", async () => {
  const hook = start();
  await begin(hook);
  const slow = later<never>();
  add.mockReturnValueOnce(slow.promise);
  await act(async () => hook.result.current.act(bite(1)));
  await act(async () => hook.result.current.act(bite(2)));
  expect(add).toHaveBeenCalledTimes(2);
  await act(async () => slow.done(add.mock.calls.at(-1)?.[1] as never));
  expect(add).toHaveBeenCalledTimes(3);
  expect(states(hook.result.current.day)).toEqual(["kept", "kept", "kept", "kept"]);
});

test("without a connection it waits here over a reload, and goes by itself when somebody answers", async () => {
  const hook = start();
  await begin(hook);
  add.mockRejectedValue(refused(0));
  await act(async () => hook.result.current.act(bite(1)));
  expect(hook.result.current).toMatchObject({ away: true, here: true });
  hook.unmount();
  const again = start();
  expect(states(again.result.current.day)).toEqual(["kept", "kept", "sending"]);
  add.mockImplementation(keeping);
  await act(() => vi.advanceTimersByTimeAsync(10_000));
  expect(kept).toEqual(["begin", "rig", "bite"]);
  expect(again.result.current.away).toBe(false);
});

test("the browser's word that there is a connection is taken at once", async () => {
  const hook = start();
  await begin(hook);
  add.mockRejectedValue(refused(0));
  await act(async () => hook.result.current.act(bite(1)));
  add.mockImplementation(keeping);
  await act(async () => void window.dispatchEvent(new Event("online")));
  expect(states(hook.result.current.day)).toEqual(["kept", "kept", "kept"]);
});

test("what the server refuses is marked with its sentence and holds nothing up", async () => {
  const hook = start();
  await begin(hook);
  add.mockRejectedValueOnce(refused(422, "There is no such fish."));
  await act(async () => {
    hook.result.current.act(bite(1));
    hook.result.current.act(bite(2));
  });
  const [, , first, second] = hook.result.current.day?.did ?? [];
  expect(first).toMatchObject({ state: "refused", says: "There is no such fish." });
  expect(second).toMatchObject({ state: "kept" });
});

test("a browser that keeps nothing says so", async () => {
  fullStore();
  const hook = start();
  await begin(hook);
  expect(hook.result.current.here).toBe(false);
  expect(hook.result.current.day?.did).toHaveLength(2);
});

test("two tabs without a connection write in one day, and neither loses what the other did", async () => {
  add.mockRejectedValue(refused(0));
  const [one, other] = [start(), start()];
  await begin(one);
  await act(async () => void window.dispatchEvent(new StorageEvent("storage", { key: DAY_KEY })));
  expect(other.result.current.day?.outing.id).toBe(one.result.current.day?.outing.id);
  await act(async () => one.result.current.act(bite(1)));
  // The other has not heard of it yet.
  await act(async () => other.result.current.act(bite(2)));
  expect(readDay()?.did.map((d) => d.what)).toEqual(["begin", "event", "event", "event"]);
  add.mockImplementation(keeping);
  await act(() => vi.advanceTimersByTimeAsync(10_000));
  expect(states(readDay())).toEqual(["kept", "kept", "kept", "kept"]);
  // Where browsers have no locks both send; by its name each is kept once.
  expect(new Set(add.mock.calls.map(([, e]) => e.id)).size).toBe(3);
});
