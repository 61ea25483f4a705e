// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type KeptTrip, type Tonight, type Trip } from "../api/client";
import { hook, later, refused, type Spied } from "../testing/dom";
import { useTonight } from "./useTonight";
import { useTrip } from "./useTrip";

const trip = (fields: Partial<Trip> = {}) =>
  ({
    id: "t",
    name: "A day",
    swim: "gap",
    fish: ["rudd"],
    ticked: [],
    notes: "",
    distance_m: 10,
    ...fields,
  }) as unknown as Trip;
const answer = (covers: number) => ({ covers }) as unknown as Tonight;
let tonight: Spied<"tonight">;

beforeEach(() => {
  tonight = vi.spyOn(api, "tonight").mockResolvedValue(answer(0.9));
});

test("name, notes and what is ticked off are not what the rigs hang on", async () => {
  const day = hook(useTonight, trip());
  await vi.waitFor(() => expect(day.result.current.data).toEqual(answer(0.9)));
  for (const fields of [{ name: "Another" }, { notes: "Bring tea" }, { ticked: ["a"] }]) day.rerender(trip(fields));
  expect(tonight).toHaveBeenCalledOnce();
  day.rerender(trip({ fish: ["rudd", "tench"] }));
  await vi.waitFor(() => expect(tonight).toHaveBeenCalledTimes(2));
  expect(tonight.mock.lastCall?.[0].fish).toEqual(["rudd", "tench"]);
});

test("the last answer is shown while the next is reckoned, with how far it is; the one before is called off", async () => {
  const day = hook(useTonight, trip());
  await vi.waitFor(() => expect(day.result.current.data).toBeDefined());
  const slow = later<Tonight>();
  let tell: (share: number) => void = () => {};
  tonight.mockImplementationOnce((_, onProgress) => {
    tell = onProgress;
    return slow.promise;
  });
  day.rerender(trip({ distance_m: 9 }));
  await vi.waitFor(() => expect(tonight).toHaveBeenCalledTimes(2));
  act(() => tell(0.4));
  expect(day.result.current).toMatchObject({ data: answer(0.9), isPlaceholderData: true, progress: 0.4 });
  const signal = tonight.mock.lastCall?.[2];
  day.rerender(trip({ distance_m: 8 }));
  expect(signal?.aborted).toBe(true);
});

test("what no rig can be found for says why", async () => {
  tonight.mockRejectedValue(refused(422, "Nothing in the box carries that."));
  const day = hook(useTonight, trip());
  await vi.waitFor(() => expect(day.result.current.error?.message).toBe("Nothing in the box carries that."));
});

test("a trip is saved as it is in the end, and a change is one step back", async () => {
  vi.useFakeTimers();
  const save = vi
    .spyOn(api, "saveTrip")
    .mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptTrip);
  const { result } = hook(() => useTrip({ version: 2, fields: trip() } as unknown as KeptTrip, null));
  act(() => result.current.change({ notes: "Bring" }, "notes"));
  act(() => result.current.change({ notes: "Bring tea" }, "notes"));
  await act(() => vi.advanceTimersByTimeAsync(3000));
  expect(save.mock.calls.map(([, version, t]) => [version, t.notes])).toEqual([[2, "Bring tea"]]);
  act(() => result.current.acts.undo());
  expect(result.current.trip.notes).toBe("");
  act(() => result.current.acts.redo());
  expect(result.current.trip.notes).toBe("Bring tea");
});
