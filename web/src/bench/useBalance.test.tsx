// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type Catalogue, type KeptPattern, type Proposal, type Rig } from "../api/client";
import { hook, refused, type Spied } from "../testing/dom";
import type { Looked } from "./here";
import { useBalance } from "./useBalance";
import { useBench } from "./useBench";

const rig = (name: string, pattern = "strung") => ({ id: "r", name, pattern, components: [] }) as unknown as Rig;
const CATALOGUE = {
  patterns: [{ id: "strung" }, { id: "bulk" }],
  families: [{ id: "lift", name: "lift rig" }],
} as unknown as Catalogue;
const OWN = [{ fields: { id: "mine", name: "My own" } }] as unknown as KeptPattern[];
let balance: Spied<"balance">;
const announce = vi.fn();
const onReload = vi.fn();

beforeEach(() => {
  balance = vi
    .spyOn(api, "balance")
    .mockImplementation(async (r, wish) => ({ rig: rig(`${r.name}, ${wish.pattern}`) }) as unknown as Proposal);
});

const at = (first: Rig, own = OWN) =>
  hook(() => {
    const bench = useBench(first);
    return { bench, ...useBalance({ bench, catalogue: CATALOGUE, own, announce, onReload }) };
  });

test("the rig is balanced as its pattern and what is asked say, and undo takes it back", async () => {
  const { result } = at(rig("bare"));
  act(() => result.current.offered.onAsked({ ...result.current.offered.asked, most: 6, onHooklength: true }));
  act(() => result.current.offered.onMetal("tin"));
  await act(() => result.current.offered.onBalance());
  expect(balance.mock.lastCall?.[1]).toMatchObject({
    pattern: "strung",
    max_pieces: 6,
    on_hooklength: true,
    material: "tin",
    own: null,
  });
  expect(result.current.bench.rig.name).toBe("bare, strung");
  expect(announce).toHaveBeenLastCalledWith("Balanced from the box.");
  act(() => result.current.bench.undo());
  expect(result.current.bench.rig.name).toBe("bare");
});

test("a pattern of one's own goes along whole, and one that is kept no longer is said and not asked for", async () => {
  const mine = at(rig("bare", "mine"));
  await act(() => mine.result.current.offered.onBalance());
  expect(balance.mock.lastCall?.[1].own).toEqual({ id: "mine", name: "My own" });
  balance.mockClear();
  const gone = at(rig("bare", "mine"), []);
  await act(() => gone.result.current.offered.onBalance());
  expect(balance).not.toHaveBeenCalled();
  expect(gone.result.current.bench.said?.text).toContain("no longer kept");
});

test("another family says what it could not keep, and comes even where the box cannot balance it", async () => {
  vi.spyOn(api, "switchFamily").mockResolvedValue({ rig: rig("lifted"), dropped: ["the stop", "a bead"] } as never);
  balance.mockRejectedValue(refused(422, "Not enough shot."));
  const { result } = at(rig("bare"));
  await act(() => result.current.toFamily("lift"));
  expect(result.current.bench.rig.name).toBe("lifted");
  expect(result.current.bench.said).toEqual({
    tone: "note",
    text: "Now: lift rig. Not kept: the stop; a bead. Undo brings back what was.",
  });
  act(() => result.current.bench.undo());
  expect(result.current.bench.rig.name).toBe("bare");
});

test("a family that cannot be tied leaves the rig and says why", async () => {
  vi.spyOn(api, "switchFamily").mockRejectedValue(refused(422, "Too shallow for it."));
  const { result } = at(rig("bare"));
  await act(() => result.current.toFamily("lift"));
  expect(result.current.bench.rig.name).toBe("bare");
  expect(result.current.bench.said).toEqual({ tone: "refuse", text: "Too shallow for it." });
});

test("what is looked at ends with the rig it was made from", async () => {
  const { result } = at(rig("bare"));
  const looked = { rig: rig("looked at"), name: "bulk", summary: [] } as unknown as Looked;
  act(() => result.current.offered.onTry(looked));
  expect(result.current.offered.trying).toBe(looked);
  const edit = vi.spyOn(api, "edit").mockImplementation(async (_, change) => (change as { rig: Rig }).rig);
  await act(async () => result.current.take(looked));
  expect(edit.mock.lastCall?.[1]).toEqual({ do: "take", rig: looked.rig });
  expect(result.current.bench.rig.name).toBe("looked at");
  expect(result.current.offered.trying).toBeNull();
});

test("a copy has an id of its own and a name that fits, and is gone to", async () => {
  const create = vi.spyOn(api, "createRig").mockResolvedValue({} as never);
  const { result, address } = at(rig("n".repeat(80)));
  await act(() => result.current.keepCopy());
  const made = create.mock.lastCall?.[0] as Rig;
  expect(made.id).toMatch(/^rig-[0-9a-f]{12}$/);
  expect(made.name).toHaveLength(80);
  expect(address()?.pathname).toBe(`/bench/${made.id}`);
  expect(onReload).toHaveBeenCalledOnce();
});
