// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type KeptRig, type Rig } from "../api/client";
import { hook, refused } from "../testing/dom";
import { useApplied } from "./useApplied";

const rig = (name: string) => ({ id: "r", name, components: [] }) as unknown as Rig;
let there: { version: number; fields: Rig };

beforeEach(() => {
  there = { version: 3, fields: rig("as it was") };
  vi.spyOn(api, "rig").mockImplementation(async () => ({ ...there }) as KeptRig);
  vi.spyOn(api, "edit").mockImplementation(async (r, change) => rig(`${r.name}, ${change.do}`));
  vi.spyOn(api, "saveRig").mockImplementation(async (_, version, fields) => {
    if (version !== there.version) throw refused(409, "Changed meanwhile.");
    there = { version: version + 1, fields };
    return there as KeptRig;
  });
});

test("a remedy is put on the rig as it is by now, and taken back whole", async () => {
  const { result } = hook(() => useApplied("r"));
  there = { version: 7, fields: rig("changed elsewhere") };
  await act(() => result.current.apply({ do: "set-stop" }, "Stop moved."));
  expect(there).toMatchObject({ version: 8, fields: { name: "changed elsewhere, set-stop" } });
  expect(result.current.done?.says).toBe("Stop moved.");
  await act(() => result.current.undo());
  expect(there).toMatchObject({ version: 9, fields: { name: "changed elsewhere" } });
  expect(result.current.done).toBeNull();
});

test("what is refused changes nothing, is said, and leaves the way back to what was done before", async () => {
  const { result } = hook(() => useApplied("r"));
  await act(() => result.current.become(async (r) => rig(`${r.name} deeper`), "Deeper."));
  await act(() => result.current.become(() => Promise.reject(refused(422, "Deeper than the water.")), "Deeper still."));
  expect(there.fields.name).toBe("as it was deeper");
  expect(result.current).toMatchObject({ said: "Deeper than the water.", busy: false, done: { says: "Deeper." } });
  await act(() => result.current.undo());
  expect(there.fields.name).toBe("as it was");
});
