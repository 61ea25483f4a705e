import { expect, it } from "vitest";
import { commandOf, KEYS } from "./keys";

const press = (key: string, held: Partial<Record<"ctrlKey" | "metaKey" | "shiftKey" | "altKey", boolean>> = {}) =>
  commandOf({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held });

it.each([
  ["1", {}, { do: "station", key: "1" }],
  ["6", {}, { do: "station", key: "6" }],
  ["0", {}, { do: "station", key: "0" }],
  ["[", {}, { do: "piece", step: -1 }],
  ["ArrowUp", {}, { do: "nudge", up: 1, large: false }],
  ["ArrowDown", { shiftKey: true }, { do: "nudge", up: -1, large: true }],
  ["+", { shiftKey: true }, { do: "resize", step: 1 }],
  ["-", {}, { do: "resize", step: -1 }],
  ["Delete", {}, { do: "remove" }],
  ["B", { shiftKey: true }, { do: "balance" }],
  ["s", {}, { do: "stop" }],
  ["z", { ctrlKey: true }, { do: "undo" }],
  ["Z", { ctrlKey: true, shiftKey: true }, { do: "redo" }],
  ["z", { metaKey: true }, { do: "undo" }],
  ["?", { shiftKey: true }, { do: "help" }],
] as const)("%s %o", (key, held, command) => {
  expect(press(key, held)).toEqual(command);
});

it("leaves the browser's own keys alone", () => {
  for (const key of ["s", "b", "1", "r"]) expect(press(key, { ctrlKey: true })).toBeNull();
  for (const key of ["q", "Tab", "Enter", "Escape", "F5"]) expect(press(key)).toBeNull();
  expect(press("b", { altKey: true })).toBeNull();
});

it("explains every kind of key once", () => {
  expect(new Set(KEYS.map(([keys]) => keys)).size).toBe(KEYS.length);
});
