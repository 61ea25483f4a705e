// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { api, Refusal, type Rig } from "../api/client";
import { useBench } from "./useBench";

const rig = (name: string) => ({ id: "r", name, components: [] }) as unknown as Rig;
const start = () => renderHook(() => useBench(rig("as it was")));

test("several changes are one step of undo", async () => {
  const edit = vi.spyOn(api, "edit");
  edit.mockImplementation(async (r, change) => rig(`${r.name}, ${change.do}`));
  const { result } = start();
  await act(() => result.current.edit({ do: "set-stop" }, { do: "set-lash", lash_m: 0.5 }));
  expect(result.current.rig.name).toBe("as it was, set-stop, set-lash");
  act(() => result.current.undo());
  expect(result.current.rig.name).toBe("as it was");
  expect(result.current.canUndo).toBe(false);
  act(() => result.current.redo());
  expect(result.current.rig.name).toBe("as it was, set-stop, set-lash");
});

test("a refusal half way changes nothing and is said", async () => {
  const no = new Refusal(422, [{ code: "x", path: [], message: "It cannot be.", remedy: "", figures: {} }]);
  vi.spyOn(api, "edit").mockResolvedValueOnce(rig("half")).mockRejectedValueOnce(no);
  const { result } = start();
  const done = await act(() => result.current.edit({ do: "set-stop" }, { do: "set-stop" }));
  expect(done).toBe(false);
  expect(result.current.rig.name).toBe("as it was");
  expect(result.current.said).toEqual({ tone: "refuse", text: "It cannot be." });
  expect(result.current.busy).toBe(false);
});

test("an answer for a rig that changed meanwhile is asked for again, of the rig as it is", async () => {
  const { result } = start();
  const asked: string[] = [];
  await act(() =>
    result.current.ask(async (now) => {
      asked.push(now.name);
      if (asked.length === 1) result.current.put(rig("changed meanwhile"));
      return rig(`answer to ${now.name}`);
    }),
  );
  expect(asked).toEqual(["as it was", "changed meanwhile"]);
  expect(result.current.rig.name).toBe("answer to changed meanwhile");
});

test("the next change takes the sentence away", async () => {
  const { result } = start();
  act(() => result.current.setSaid({ tone: "note", text: "Done." }));
  act(() => result.current.put(rig("other")));
  expect(result.current.said).toBeNull();
});
