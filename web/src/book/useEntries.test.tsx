// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import type { Entry } from "../api/client";
import { hook, refused } from "../testing/dom";
import { type Named, type Shelf, useEntries } from "./useEntries";

const worm: Named = { id: "worm", name: "Worm", notes: "" };
const entry = (version: number, ships = true) => ({ version, ships, fields: worm }) as unknown as Entry<Named>;
let shelf: { [K in keyof Shelf<Named>]: K extends "key" ? string : ReturnType<typeof vi.fn> };

beforeEach(() => {
  sessionStorage.clear();
  shelf = {
    key: "baits",
    list: vi.fn(async () => [entry(1)]),
    keep: vi.fn(async () => {}),
    drop: vi.fn(async () => {}),
  };
});

const opened = () => hook(() => useEntries(shelf as unknown as Shelf<Named>));

test("what is kept is read anew with the catalogue, and its draft is gone", async () => {
  const { result, queries } = opened();
  const asked = vi.spyOn(queries, "invalidateQueries");
  result.current.hold({ ...worm, name: "Lob" });
  expect(result.current.draft("worm")).toMatchObject({ name: "Lob" });
  await act(async () => void (await result.current.keep(entry(3), { ...worm, name: "Lob" })));
  expect(shelf.keep).toHaveBeenCalledWith("worm", 3, { ...worm, name: "Lob" });
  expect(result.current.said).toBe("Kept.");
  expect(result.current.draft("worm")).toBeNull();
  expect(asked.mock.calls.map(([of]) => of?.queryKey)).toEqual([["book", "baits"], ["catalogue"]]);
});

test("what is refused stays as it was typed, beside the sentences", async () => {
  shelf.keep.mockRejectedValue(refused(422, "A name is needed."));
  const { result } = opened();
  result.current.hold({ ...worm, name: "" });
  const done = await act(() => result.current.keep(entry(3), { ...worm, name: "" }));
  expect(done).toBe(false);
  expect(result.current.problems.map((p) => p.message)).toEqual(["A name is needed."]);
  expect(result.current.draft("worm")).toMatchObject({ name: "" });
  act(() => result.current.hush());
  expect(result.current.problems).toEqual([]);
});

test("an entry that ships goes back to how it ships, one's own goes; what was never changed needs no call", async () => {
  const { result } = opened();
  await act(async () => void (await result.current.drop(entry(0))));
  expect(shelf.drop).not.toHaveBeenCalled();
  expect(result.current.said).toBe("As it ships again.");
  await act(async () => void (await result.current.drop(entry(2, false))));
  expect(shelf.drop).toHaveBeenCalledWith("worm", 2);
  expect(result.current.said).toBe("Removed.");
});
