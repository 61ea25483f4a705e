import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { acknowledge, acknowledgedAt } from "./acknowledged";

const kept = new Map<string, string>();

beforeEach(() => {
  kept.clear();
  vi.stubGlobal("localStorage", {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
  });
  vi.useFakeTimers();
  vi.setSystemTime(new Date(2026, 10, 23, 8));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("a caution read once is quiet at that place for the day, and only there", () => {
  acknowledge("wend-mere", ["lead", "hooks"]);
  acknowledge("wend-mere", ["lead", "cold"]);
  expect(acknowledgedAt("wend-mere")).toEqual(["lead", "hooks", "cold"]);
  expect(acknowledgedAt("skerry-wall")).toEqual([]);
});

test("the next day it is said again", () => {
  acknowledge("wend-mere", ["lead"]);
  vi.setSystemTime(new Date(2026, 10, 24, 0, 5));
  expect(acknowledgedAt("wend-mere")).toEqual([]);
  acknowledge("skerry-wall", ["swell"]);
  expect(acknowledgedAt("skerry-wall")).toEqual(["swell"]);
});

test("a damaged store says everything again", () => {
  kept.set("brookwind.cautions", "{not json");
  expect(acknowledgedAt("wend-mere")).toEqual([]);
});
