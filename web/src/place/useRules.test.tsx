// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type KeptRules, type PlaceRules } from "../api/client";
import { readDraft } from "../document/drafts";
import { hook, later, refused, type Spied } from "../testing/dom";
import { useRules } from "./useRules";

const kept = (fields: Partial<PlaceRules> = {}) =>
  ({ version: 2, fields: { water_id: "wend-mere", closed: [], ...fields } }) as unknown as KeptRules;
const draft = () => readDraft<PlaceRules>("rules-wend-mere", "closed");
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
let keep: Spied<"keepRules">;
const sent = () => keep.mock.calls.map(([, version, rules]) => [version, rules.closes]);

beforeEach(() => {
  vi.useFakeTimers();
  keep = vi
    .spyOn(api, "keepRules")
    .mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptRules);
});

const opened = (of = kept()) => hook(() => useRules(of)).result;

test("what is typed close together is one save, and what comes while it is sent goes after it", async () => {
  const rules = opened();
  const slow = later<KeptRules>();
  keep.mockReturnValueOnce(slow.promise);
  for (const closes of ["a", "ab"]) act(() => rules.current.change({ closes }));
  await pass(600);
  expect(rules.current.saving.kind).toBe("saving");
  act(() => rules.current.change({ closes: "abc" }));
  await act(async () => slow.done({ version: 3, fields: kept().fields } as KeptRules));
  await pass(1200);
  expect(sent()).toEqual([
    [2, "ab"],
    [3, "abc"],
  ]);
  expect(rules.current.saving.kind).toBe("saved");
  expect(draft()).toBeNull();
});

test.each([
  [0, "offline", "saved"],
  [422, "refused", "saved"],
  [409, "stale", "stale"],
] as const)("an answer of %i is %s: what was typed stays, over a reload too", async (status, saving, after) => {
  vi.spyOn(api, "rules").mockResolvedValue({ version: 5, fields: { water_id: "wend-mere" } } as KeptRules);
  keep.mockRejectedValue(refused(status, "Not kept."));
  const before = hook(() => useRules(kept()));
  act(() => before.result.current.change({ closes: "mine" }));
  await pass(600);
  expect(before.result.current).toMatchObject({ saving: { kind: saving }, rules: { closes: "mine" } });
  before.unmount();
  // Opened again, it is tried again with what was typed, on the version it was typed over.
  keep.mockClear();
  if (status !== 409)
    keep.mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptRules);
  const again = opened({ ...kept(), version: status === 409 ? 5 : 2 });
  expect(again.current.rules.closes).toBe("mine");
  await pass(600);
  expect(again.current.saving.kind).toBe(after);
  expect(sent()).toEqual([[2, "mine"]]);
});

test("where somebody else was first, one's own is saved over it or theirs is taken", async () => {
  vi.spyOn(api, "rules").mockResolvedValue({ version: 5, fields: { water_id: "wend-mere" } } as KeptRules);
  keep.mockRejectedValueOnce(refused(409));
  const rules = opened();
  act(() => rules.current.change({ closes: "mine" }));
  await pass(600);
  expect(draft()?.doc.closes).toBe("mine");
  await act(() => rules.current.keepMine());
  expect(sent().at(-1)).toEqual([5, "mine"]);
  expect(draft()).toBeNull();
});
