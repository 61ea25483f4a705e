// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Refusal } from "../api/client";
import type { SaveState } from "../document/useAutosave";
import { show } from "../testing/dom";
import { SavingNotice } from "./SavingNotice";

function notice(saving: SaveState) {
  const [copy, anew, onReload] = [vi.fn().mockResolvedValue(undefined), vi.fn(), vi.fn()];
  show(
    <SavingNotice
      saving={saving}
      stale={{ label: "Keep mine", act: copy }}
      gone={{ label: "Keep it anew", act: anew }}
      onReload={onReload}
    />,
  );
  return { copy, anew, onReload };
}

test("what was saved elsewhere is for the person to choose", async () => {
  const { copy, onReload } = notice({ kind: "stale", sentence: "Saved elsewhere." });
  fireEvent.click(screen.getByRole("button", { name: "Load the other version" }));
  expect(onReload).toHaveBeenCalled();
  copy.mockRejectedValueOnce(
    new Refusal(507, [{ code: "x", path: [], message: "The disk is full.", remedy: "", figures: {} }]),
  );
  fireEvent.click(screen.getByRole("button", { name: "Keep mine" }));
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("The disk is full."));
});

test("what was deleted elsewhere can be kept anew", async () => {
  const { anew } = notice({ kind: "gone", sentence: "There is no rig." });
  expect(screen.getByRole("alert").textContent).toContain("not lost");
  fireEvent.click(screen.getByRole("button", { name: "Keep it anew" }));
  await vi.waitFor(() => expect(anew).toHaveBeenCalled());
});

test("a fault says whether the page must stay open; a short silence says nothing", () => {
  notice({ kind: "fault", sentence: "The disk is full.", here: false });
  expect(screen.getByRole("alert").textContent).toContain("leave this page open");
});

test("a server that is away is no alarm as long as the draft is kept", () => {
  notice({ kind: "offline", here: true });
  expect(screen.queryByRole("alert")).toBeNull();
});
