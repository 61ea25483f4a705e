// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { api, type KeptSurvey, type LevelSource, type Survey } from "../api/client";
import { readDraft } from "../document/drafts";
import { hook, later, refused, type Spied } from "../testing/dom";
import { draftId, useSurvey } from "./useSurvey";

const survey = (...depths: number[]) =>
  ({ swim_id: "gap", soundings: depths.map((depth_m, i) => ({ id: `s${i}`, depth_m })) }) as unknown as Survey;
const KEPT = { version: 5, fields: survey(1.2) } as unknown as KeptSurvey;
let save: Spied<"saveSurvey">;

beforeEach(() => {
  vi.useFakeTimers();
  save = vi
    .spyOn(api, "saveSurvey")
    .mockImplementation(async (_, version, fields) => ({ version: version + 1, fields }) as KeptSurvey);
});

const depths = (s: Survey) => s.soundings?.map((one) => one.depth_m);

test("changes of one tag are one step of undo, and what is there in the end is saved once", async () => {
  const { result } = hook(() => useSurvey(KEPT, null));
  const deeper = (m: number) => act(() => result.current.state.change({ soundings: survey(m).soundings }, "drag"));
  for (const m of [1.3, 1.4, 1.5]) deeper(m);
  await act(() => vi.advanceTimersByTimeAsync(3000));
  expect(save.mock.calls.map(([, version, s]) => [version, depths(s)])).toEqual([[5, [1.5]]]);
  act(() => result.current.state.acts.undo());
  expect(depths(result.current.state.survey)).toEqual([1.2]);
  expect(result.current.state.canUndo).toBe(false);
});

test("a draft goes on from the version it was made of: the server then says when another tab went on meanwhile", async () => {
  save.mockRejectedValue(refused(409, "Changed in another tab."));
  vi.spyOn(api, "survey").mockResolvedValue({ version: 6, fields: survey(9) } as unknown as KeptSurvey);
  const { result } = hook(() => useSurvey(KEPT, { version: 4, doc: survey(2) }));
  expect(depths(result.current.state.survey)).toEqual([2]);
  await act(() => vi.advanceTimersByTimeAsync(3000));
  expect(save.mock.calls[0]?.[1]).toBe(4);
  expect(result.current.saving.kind).toBe("stale");
  expect(readDraft<Survey>(draftId("gap"), "soundings")?.version).toBe(4);
});

test("another source of the level puts every depth to its datum, of the survey as it is by then", async () => {
  const answer = later<Survey>();
  const relevel = vi.spyOn(api, "relevel").mockReturnValue(answer.promise as never);
  const { result } = hook(() => useSurvey(KEPT, null));
  act(() => result.current.state.change({ soundings: survey(1.9).soundings }));
  const level = { kind: "still" } as unknown as LevelSource;
  await act(async () => {
    const done = result.current.state.relevel(level, Date.UTC(2026, 10, 23, 14), "the steps");
    answer.done(survey(2.4));
    await done;
  });
  expect(relevel.mock.lastCall?.[0]).toMatchObject({ level, datum: "the steps", at: "2026-11-23T14:00:00.000Z" });
  expect(depths(relevel.mock.lastCall?.[0].survey as Survey)).toEqual([1.9]);
  expect(depths(result.current.state.survey)).toEqual([2.4]);
});

test("what is refused leaves the survey, says why, and the next change takes the sentence away", async () => {
  vi.spyOn(api, "relevel").mockRejectedValue(refused(422, "The next low is missing."));
  const { result } = hook(() => useSurvey(KEPT, null));
  await act(() => result.current.state.relevel({} as LevelSource, 0));
  expect(result.current.state.said).toBe("The next low is missing.");
  expect(result.current.state.canUndo).toBe(false);
  act(() => result.current.state.change({ soundings: survey(3).soundings }));
  expect(result.current.state.said).toBe("");
});
