// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Evaluation, Finding, Rig } from "../api/client";
import { show } from "../testing/dom";
import { Findings } from "./Findings";
import { type Here, HereIs } from "./here";

const finding = (id: string, severity: Finding["severity"], says: string, change: Finding["change"] = null) =>
  ({ id, station: "stop", severity, says, remedy: "Set it.", figures: {}, change }) as Finding;
const OFF = finding("stop-off", "note", "The stop is 20 cm off.");
const SUNK = finding("sinks", "refuse", "It is pulled under.", { do: "set-stop" });

function tell(findings: Finding[], muted: Finding[] = [], rig: Partial<Rig> = {}) {
  const edit = vi.fn().mockResolvedValue(true);
  const bench = { rig: { muted: [], ...rig }, busy: false, said: null, edit, setSaid: vi.fn() };
  const [onGo, onDone] = [vi.fn(), vi.fn()];
  show(
    <HereIs value={{ bench } as unknown as Here}>
      <Findings evaluation={{ findings, muted } as unknown as Evaluation} onGo={onGo} onDone={onDone} />
    </HereIs>,
  );
  return { edit, onGo, onDone };
}

test("a remedy that is a change is made; one that is not leads to its place", async () => {
  const { edit, onGo, onDone } = tell([SUNK, OFF]);
  fireEvent.click(screen.getByRole("button", { name: /Do so/ }));
  expect(edit).toHaveBeenCalledWith({ do: "set-stop" });
  await waitFor(() => expect(onDone).toHaveBeenCalled());
  fireEvent.click(screen.getByRole("button", { name: "Go there" }));
  expect(onGo).toHaveBeenCalledWith("stop");
});

test("a note can be left with a reason, and not without one; a refusal can not be left", async () => {
  const { edit } = tell([SUNK, OFF]);
  expect(screen.getAllByRole("button", { name: /^Leave it:/ })).toHaveLength(1);
  fireEvent.click(screen.getByRole("button", { name: "Leave it: The stop is 20 cm off." }));
  const leave = screen.getByRole<HTMLButtonElement>("button", { name: "Leave it" });
  const why = screen.getByLabelText("I leave it so, because");
  fireEvent.change(why, { target: { value: "  " } });
  fireEvent.keyDown(why, { key: "Enter" });
  expect(leave.disabled).toBe(true);
  expect(edit).not.toHaveBeenCalled();
  fireEvent.change(why, { target: { value: " over depth on purpose " } });
  fireEvent.keyDown(why, { key: "Enter" });
  expect(edit).toHaveBeenCalledWith({ do: "mute", check: "stop-off", reason: "over depth on purpose" });
  await waitFor(() => expect(screen.queryByLabelText("I leave it so, because")).toBeNull());
});

test("what is left stands with its reason and can be heard again, and is not called balanced", () => {
  const { edit } = tell([], [OFF], { muted: [{ check: "stop-off", reason: "over depth" }] });
  expect(screen.getByText("Nothing else stands against it.")).toBeTruthy();
  expect(screen.getByText(/You: “over depth”/)).toBeTruthy();
  fireEvent.click(screen.getByRole("button", { name: /Tell me again/, hidden: true }));
  expect(edit).toHaveBeenCalledWith({ do: "mute", check: "stop-off", reason: null });
});

test("nothing to say is said", () => {
  tell([]);
  expect(screen.getByText("Balanced, and the stop is where it belongs.")).toBeTruthy();
});
