// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type KeptRules, type PlaceRules } from "../api/client";
import { hook, later, refused, type Spied } from "../testing/dom";
import { useRules } from "./useRules";

const kept = (fields: Partial<PlaceRules> = {}) =>
  ({ version: 2, fields: { water_id: "wend-mere", ...fields } }) as unknown as KeptRules;
const DRAFT = "brookwind.rules.wend-mere";
let keep: Spied<"keepRules">;
const sent = () => keep.mock.calls.map(([, version, rules]) => [version, rules.closes]);

beforeEach(() => {
  keep = vi
    .spyOn(api, "keepRules")
    .mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptRules);
});

const opened = (of = kept()) => hook(() => useRules(of)).result;

test("what is typed while an answer is on its way goes after it, on the version that came", async () => {
  const rules = opened();
  const slow = later<KeptRules>();
  keep.mockReturnValueOnce(slow.promise);
  for (const closes of ["a", "ab", "abc"]) act(() => rules.current.change({ closes }));
  expect(rules.current.saving).toBe("saving");
  await act(async () => slow.done({ version: 3, fields: kept().fields } as KeptRules));
  expect(sent()).toEqual([
    [2, "a"],
    [3, "abc"],
  ]);
  expect(rules.current.saving).toBe("kept");
  expect(sessionStorage.getItem(DRAFT)).toBeNull();
});

test.each([
  [0, "offline"],
  [409, "stale"],
  [422, "refused"],
] as const)("an answer of %i is %s: the form keeps what was typed, over a reload too", async (status, saving) => {
  keep.mockRejectedValue(refused(status, "Not kept."));
  const rules = opened();
  await act(async () => rules.current.change({ closes: "mine" }));
  expect(rules.current).toMatchObject({ saving, rules: { closes: "mine" } });
  expect(rules.current.problems.map((p) => p.message)).toEqual(["Not kept."]);
  // Opened again, it is tried again with what was typed.
  keep.mockClear();
  keep.mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptRules);
  const again = opened();
  expect(again.current.rules.closes).toBe("mine");
  await vi.waitFor(() => expect(again.current.saving).toBe("kept"));
  expect(sent()).toEqual([[2, "mine"]]);
});
