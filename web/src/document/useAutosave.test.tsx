// @vitest-environment happy-dom
import { act } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { Refusal } from "../api/client";
import { fullStore, hook as rendered } from "../testing/dom";
import { keepDraft, readDraft } from "./drafts";
import { type Keeper, type Kept, useAutosave } from "./useAutosave";

type Doc = { id: string; pieces: string[] };
const doc = (...pieces: string[]): Doc => ({ id: "rig", pieces });
const refused = (status: number) =>
  new Refusal(status, [{ code: "x", path: [], message: "No.", remedy: "", figures: {} }]);

let save: ReturnType<typeof vi.fn<(version: number, doc: Doc) => Promise<Kept<Doc>>>>;
let read: ReturnType<typeof vi.fn<(doc: Doc) => Promise<Kept<Doc>>>>;
let keeper: Keeper<Doc>;
const draft = () => readDraft<Doc>("rig", "pieces");
const pass = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
  vi.useFakeTimers();
  save = vi.fn(async (version: number, fields: Doc) => ({ version: version + 1, fields }));
  read = vi.fn(async (fields: Doc) => ({ version: 9, fields }));
  keeper = { draftId: (d) => d.id, save, read };
});

function start(first: Doc) {
  const onKept = vi.fn();
  const kept = { version: 1, fields: first };
  return rendered(({ now, busy }) => useAutosave(keeper, kept, now, busy, onKept), { now: first, busy: false });
}

test("many changes close together are one save, and the draft goes when it is there", async () => {
  const hook = start(doc());
  for (const piece of ["a", "ab", "abc"]) hook.rerender({ now: doc(piece), busy: false });
  expect(hook.result.current.kind).toBe("waiting");
  expect(draft()).toEqual({ version: 1, doc: doc("abc") });
  await pass(600);
  expect(save.mock.calls).toEqual([[1, doc("abc")]]);
  expect(hook.result.current.kind).toBe("saved");
  expect(draft()).toBeNull();
});

test("nothing is sent while a finger is on the rig", async () => {
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: true });
  await pass(5000);
  expect(save).not.toHaveBeenCalled();
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(save).toHaveBeenCalledOnce();
});

test("without a connection the draft stays and the save is tried until it gets through", async () => {
  save.mockRejectedValueOnce(refused(0)).mockRejectedValueOnce(refused(0));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(hook.result.current.kind).toBe("offline");
  expect(draft()?.doc).toEqual(doc("a"));
  await pass(2500);
  await pass(2500);
  expect(hook.result.current.kind).toBe("saved");
  expect(save).toHaveBeenCalledTimes(3);
});

test("when another tab was first it stops and asks, and sends nothing more", async () => {
  save.mockRejectedValue(refused(409));
  read.mockResolvedValue({ version: 2, fields: doc("theirs") });
  const hook = start(doc());
  hook.rerender({ now: doc("mine"), busy: false });
  await pass(600);
  expect(hook.result.current).toEqual({ kind: "stale", sentence: "No." });
  hook.rerender({ now: doc("mine", "more"), busy: false });
  await pass(10_000);
  expect(save).toHaveBeenCalledOnce();
  expect(draft()?.doc).toEqual(doc("mine", "more"));
});

test("a save whose answer was lost on the way is known by what the server holds", async () => {
  save.mockRejectedValueOnce(refused(409));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(hook.result.current.kind).toBe("saved");
  hook.rerender({ now: doc("a", "b"), busy: false });
  await pass(600);
  expect(save.mock.lastCall).toEqual([9, doc("a", "b")]);
});

test("what is changed while a save is under way is saved after it", async () => {
  let answer: (kept: Kept<Doc>) => void = () => {};
  save.mockImplementationOnce(() => new Promise((done) => (answer = done)));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  hook.rerender({ now: doc("a", "b"), busy: false });
  await act(async () => answer({ version: 2, fields: doc("a") }));
  expect(draft()).toEqual({ version: 2, doc: doc("a", "b") });
  await pass(1200);
  expect(save.mock.lastCall).toEqual([2, doc("a", "b")]);
  expect(hook.result.current.kind).toBe("saved");
});

test("undone before it was sent, there is nothing left to save", async () => {
  const first = doc();
  keepDraft("rig", { version: 1, doc: first });
  const hook = start(first);
  hook.rerender({ now: doc("a"), busy: false });
  hook.rerender({ now: first, busy: false });
  await pass(5000);
  expect(save).not.toHaveBeenCalled();
  expect(draft()).toBeNull();
});

test("a document deleted elsewhere is said to be gone, and is not sent again", async () => {
  save.mockRejectedValue(refused(404));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(hook.result.current).toEqual({ kind: "gone", sentence: "No." });
  await pass(30_000);
  expect(save).toHaveBeenCalledOnce();
  expect(draft()).toEqual({ version: 1, doc: doc("a") });
});

test("a fault of the server is told as one, with its sentence, and tried again by itself", async () => {
  save.mockRejectedValueOnce(refused(507)).mockRejectedValueOnce(refused(507));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(hook.result.current).toEqual({ kind: "fault", sentence: "No.", here: true });
  await pass(3000);
  expect(hook.result.current.kind).toBe("saved");
});

test("a draft that the browser does not keep is not said to be kept", async () => {
  fullStore();
  save.mockRejectedValue(refused(0));
  const hook = start(doc());
  hook.rerender({ now: doc("a"), busy: false });
  await pass(600);
  expect(hook.result.current).toEqual({ kind: "offline", here: false });
});
