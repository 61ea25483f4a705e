// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type BoxItem, type KeptItem } from "../api/client";
import { hook, refused } from "../testing/dom";
import { useBox } from "./useBox";

const shot = (item: string, count: number) => ({ kind: "shot", item, count }) as unknown as BoxItem;
let there: KeptItem[];
const counts = () => there.map((k) => [k.fields.item, k.fields.count, k.version]);

/** A box that keeps versions as the server does: a row of another version, or any that is wrong, and none is written. */
beforeEach(() => {
  there = [
    { version: 1, fields: shot("no-8", 30) },
    { version: 4, fields: shot("bb", 12) },
  ] as KeptItem[];
  vi.spyOn(api, "box").mockImplementation(async () => structuredClone(there) as never);
  vi.spyOn(api, "drawnBox").mockResolvedValue([]);
  vi.spyOn(api, "importBox").mockImplementation(async (rows) => {
    const version = (item: string) => there.find((k) => k.fields.item === item)?.version ?? 0;
    for (const row of rows) {
      if (row.version !== version(row.fields.item)) throw refused(409, "Changed meanwhile.");
      if (row.fields.count < 0) throw refused(422, "Fewer than none.");
    }
    for (const row of rows)
      there = [
        ...there.filter((k) => k.fields.item !== row.fields.item),
        { version: row.version + 1, fields: row.fields } as KeptItem,
      ];
    return [] as never;
  });
  vi.spyOn(api, "deleteBoxItem").mockImplementation(async (item) => {
    there = there.filter((k) => k.fields.item !== item);
    return undefined as never;
  });
});

async function opened() {
  const box = hook(useBox);
  await vi.waitFor(() => expect(box.result.current.items).toHaveLength(2));
  return box.result;
}

test("changes pressed one upon the other are all written, each on what the last left", async () => {
  const box = await opened();
  const [no8] = box.current.items.map((i) => i.fields);
  await act(async () => {
    const press = (before: number, after: number) =>
      box.current.put({ ...no8, count: before } as BoxItem, { ...no8, count: after } as BoxItem);
    await Promise.all([press(30, 31), press(31, 32), press(32, 33)]);
  });
  expect(counts()).toEqual([
    ["bb", 12, 4],
    ["no-8", 33, 4],
  ]);
  expect(box.current.failed).toBe("");
  for (const left of [32, 31, 30]) {
    await act(async () => void (await box.current.undo()));
    expect(there.find((k) => k.fields.item === "no-8")?.fields.count).toBe(left);
  }
  expect(box.current.canUndo).toBe(false);
});

test("where another tab wrote since, it is read anew and written on that", async () => {
  const box = await opened();
  there = there.map((k) => (k.fields.item === "bb" ? { ...k, version: 9 } : k));
  await act(async () => void (await box.current.put(shot("bb", 12), shot("bb", 11))));
  expect(counts()).toContainEqual(["bb", 11, 10]);
});

test("several things go in as one step, those that are there already stay, and undo takes the step back", async () => {
  const box = await opened();
  await act(async () => void (await box.current.putAll([shot("bb", 50), shot("aaa", 20), shot("ssg", 10)])));
  expect(counts().map(([item, count]) => [item, count])).toEqual([
    ["no-8", 30],
    ["bb", 12],
    ["aaa", 20],
    ["ssg", 10],
  ]);
  await act(async () => void (await box.current.undo()));
  expect(there.map((k) => k.fields.item)).toEqual(["no-8", "bb"]);
});

test("a compartment that was emptied comes back with undo; what is refused is said and is no step", async () => {
  const box = await opened();
  await act(async () => void (await box.current.put(shot("bb", 12), null)));
  expect(there.map((k) => k.fields.item)).toEqual(["no-8"]);
  await act(async () => void (await box.current.put(shot("no-8", 30), shot("no-8", -1))));
  expect(box.current.failed).toBe("Fewer than none.");
  await act(async () => void (await box.current.undo()));
  expect(counts()).toContainEqual(["bb", 12, 1]);
  expect(box.current.canUndo).toBe(false);
});
