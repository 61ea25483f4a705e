// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type Proposal, type Rig, type Schemas } from "../../api/client";
import { hook, refused, type Spied } from "../../testing/dom";
import { useStartRig } from "./useStartRig";

const begun = (weighed: boolean) =>
  ({
    rig: { id: "rig-1", name: "bare", pattern: "strung" },
    weighed,
    float_says: "A 4 g waggler.",
    tackle_says: "Line as last time.",
    figures: { load: 4 },
  }) as unknown as Schemas["Begun"];
const WANTED = { species: "rudd" } as unknown as Schemas["Start"];
let create: Spied<"createRig">;
let balance: Spied<"balance">;
const onStarted = vi.fn();

beforeEach(() => {
  onStarted.mockClear();
  create = vi.spyOn(api, "createRig").mockResolvedValue({} as never);
  balance = vi.spyOn(api, "balance").mockImplementation(async (r) => ({ rig: { ...r, name: "balanced" } }) as Proposal);
});

async function started(box: unknown[], start: () => Promise<Schemas["Begun"]>) {
  vi.spyOn(api, "box").mockResolvedValue(box as never);
  vi.spyOn(api, "startRig").mockImplementation(start);
  const sheet = hook(() => useStartRig(onStarted));
  await vi.waitFor(() => expect(sheet.queries.getQueryData(["box"])).toBeDefined());
  await act(() => sheet.result.current.start(WANTED));
  return sheet;
}
const kept = () => create.mock.lastCall?.[0] as Rig;

test("a rig that was begun is balanced from the box, kept, and gone to with what is said of it", async () => {
  const { address, result } = await started([{}], async () => begun(false));
  expect(kept().name).toBe("balanced");
  expect(onStarted).toHaveBeenCalledOnce();
  expect(address()).toMatchObject({
    pathname: "/bench/rig-1",
    state: { begun: { says: "A 4 g waggler. Line as last time.", figures: { load: 4 } } },
  });
  expect(result.current.busy).toBe(false);
});

test("what brings its weights along is not balanced again, and an empty box balances nothing", async () => {
  await started([{}], async () => begun(true));
  await started([], async () => begun(false));
  expect(balance).not.toHaveBeenCalled();
  expect(create.mock.calls.map(([r]) => (r as Rig).name)).toEqual(["bare", "bare"]);
});

test("without enough shot it comes bare; what cannot be begun keeps the sheet open and says why", async () => {
  balance.mockRejectedValue(refused(422, "Not enough shot."));
  await started([{}], async () => begun(false));
  expect(kept().name).toBe("bare");
  create.mockClear();
  onStarted.mockClear();
  const { result, address } = await started([{}], () => Promise.reject(refused(422, "No float carries that.")));
  expect(result.current).toMatchObject({ failed: "No float carries that.", busy: false });
  expect(create).not.toHaveBeenCalled();
  expect(onStarted).not.toHaveBeenCalled();
  expect(address()?.pathname).toBe("/");
});
